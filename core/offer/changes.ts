import { joined } from '../sentence'
import { adjustments, type Consideration } from '../catalogue/consideration'
import type { Side, Support } from '../catalogue/words'

/**
 * What a consideration changes, in plain sentences for the person and whoever leads.
 *
 * @example
 * changesOf(hipReplacementBack, 'right', '')[1] // 'The seat is raised so that the right hip stays under 90°.'
 */
export function changesOf(row: Consideration, side: Side, clearedBy: string): string[] {
  const where = row.sided && side !== 'both' ? ` on the ${side}` : ''
  const named = (effect: 'block' | 'watch') =>
    row.rules
      .filter((rule) => rule.effect === effect)
      .map((rule) => `${rule.tag.replaceAll('-', ' ')}${conditionWords(rule.when)}`)
  const blocked = named('block')
  const watched = named('watch')
  const isCleared = clearedBy !== ''
  const breathOnly = isCleared ? `Cleared by ${clearedBy}: watched.` : 'Breath only until it is cleared.'
  const notOffered = isCleared ? `Cleared by ${clearedBy}, so only watched` : 'Not offered'
  return [
    row.redFlag ? 'Does not take part.' : '',
    row.breathOnly ? breathOnly : '',
    blocked.length === 0 ? '' : `${notOffered}${where}: ${blocked.join(', ')}.`,
    ...doseChanges(row),
    ...adjustments(row, row.sided ? side : 'both'),
    watched.length === 0 ? '' : `Watched${where}: ${watched.join(', ')}.`,
    row.rangeAtMost ? `Up to ${row.rangeAtMost.share * 100} % of the measured range${where}.` : '',
    ...row.watch,
  ].filter((sentence, at, all) => sentence !== '' && all.indexOf(sentence) === at)
}

function waitWords({ tag, repetitions, seconds }: NonNullable<Consideration['waitBetween']>): string {
  return `A wait of ${seconds} s after every ${repetitions} repetitions of ${tag.replaceAll('-', ' ')}.`
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
