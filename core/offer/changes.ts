import { joined } from '../sentence'
import { adjustments, type Consideration, type ConsiderationRule } from '../catalogue/consideration'
import { tagWords, type Side, type Support } from '../catalogue/words'
import { opensTag, type Clearance } from './clearance'
import { otherSide } from './otherSide'

/**
 * What a consideration changes, in plain sentences for the person and whoever leads.
 *
 * @example
 * changesOf(hipReplacementBack, 'right', { clearedBy: '' })[1]
 * // 'The seat is raised so that the right hip stays under 90°.'
 */
export function changesOf(
  row: Consideration,
  side: Side,
  clearance: Clearance & { clearedUntil?: string | null | undefined },
): string[] {
  const where = row.sided && side !== 'both' ? ` on the ${side}` : ''
  const { clearedBy, clearedUntil } = clearance
  const named = (holds: (rule: ConsiderationRule) => boolean) =>
    row.rules.filter(holds).map((rule) => `${tagWords(rule.tag)}${conditionWords(rule.when)}`)
  const blocked = named((rule) => rule.effect === 'block' && !opensTag(clearance, rule.tag))
  const opened = named((rule) => rule.effect === 'block' && opensTag(clearance, rule.tag))
  const watched = named((rule) => rule.effect === 'watch')
  const cleared = `Cleared by ${clearedBy}${clearedUntil ? ` until ${clearedUntil}` : ''}`
  const breathOnly = clearedBy === '' ? 'Breath only until it is cleared.' : `${cleared}: watched.`
  return [
    row.redFlag ? 'Does not take part.' : '',
    row.breathOnly ? breathOnly : '',
    opened.length === 0 ? '' : `${cleared}, so only watched${where}: ${opened.join(', ')}.`,
    blocked.length === 0 ? '' : `Not offered${where}: ${blocked.join(', ')}.`,
    ...doseChanges(row),
    ...adjustments(row, row.sided ? side : 'both'),
    row.weakLeg ? `Down to the floor and up, the ${side === 'both' ? 'stronger' : otherSide(side)} leg leads.` : '',
    watched.length === 0 ? '' : `Watched${where}: ${watched.join(', ')}.`,
    row.rangeAtMost ? `Up to ${row.rangeAtMost.share * 100} % of the measured range${where}.` : '',
    ...row.watch,
  ].filter((sentence, at, all) => sentence !== '' && all.indexOf(sentence) === at)
}

function waitWords({ tag, repetitions, seconds }: NonNullable<Consideration['waitBetween']>): string {
  return `A wait of ${seconds} s after every ${repetitions} repetitions of ${tagWords(tag)}.`
}

const SUPPORT_WORDS: Record<Support, string> = {
  both: 'without both hands on something',
  one: 'with less than a hand on something',
  fingertip: 'without a hand on anything',
  none: '',
}

/** What the numbers of a row do to a dose, in sentences. */
function doseChanges(row: Consideration): string[] {
  const { doseFactor, effortAtMost, holdAtMost, restAtLeast, waitBetween, standingAtMost, stepsByHandOnly } = row
  return [
    doseFactor === undefined ? '' : `${doseFactor === 0.5 ? 'Half' : `${doseFactor * 100} % of`} the dose.`,
    effortAtMost === undefined ? '' : `Presses at ${effortAtMost} % effort at most.`,
    holdAtMost ? `Nothing of ${joined(holdAtMost.of, ' or ')} is held for longer than ${holdAtMost.seconds} s.` : '',
    restAtLeast === undefined ? '' : `Rests of ${restAtLeast} s at least between rounds.`,
    waitBetween ? waitWords(waitBetween) : '',
    standingAtMost === undefined
      ? ''
      : `On the feet for ${standingAtMost / 60} minutes at a stretch; then the next block is done on the chair.`,
    stepsByHandOnly ? 'No step up is proposed; it is taken by hand.' : '',
  ]
}

function conditionWords(when: Consideration['rules'][number]['when']): string {
  const said = [
    when.levelOver === undefined ? '' : `above level ${when.levelOver}`,
    when.supportUnder === undefined ? '' : SUPPORT_WORDS[when.supportUnder],
  ].filter((part) => part !== '')
  return said.length === 0 ? '' : ` ${said.join(', ')}`
}
