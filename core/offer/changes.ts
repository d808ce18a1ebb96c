import { adjustments, type Consideration } from '../catalogue/consideration'
import type { Side } from '../catalogue/words'

/**
 * What a consideration changes, in plain sentences for the person and whoever leads.
 *
 * @example
 * changesOf(hipReplacementBack, 'right', '')[0] // 'The seat is raised so that the right hip stays under 90°.'
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
    ...adjustments(row, row.sided ? side : 'both'),
    blocked.length === 0 ? '' : `${notOffered}${where}: ${blocked.join(', ')}.`,
    watched.length === 0 ? '' : `Watched${where}: ${watched.join(', ')}.`,
    row.rangeAtMost ? `Up to ${row.rangeAtMost.share * 100} % of the measured range${where}.` : '',
    row.doseFactor === undefined ? '' : `Up to ${row.doseFactor * 100} % of the dose.`,
    ...row.watch,
  ].filter((sentence, at, all) => sentence !== '' && all.indexOf(sentence) === at)
}

function conditionWords(when: Consideration['rules'][number]['when']): string {
  const said = [
    when.effortOver === undefined ? '' : `over ${when.effortOver} % effort`,
    when.secondsOver === undefined ? '' : `over ${when.secondsOver} s`,
    when.levelOver === undefined ? '' : `above level ${when.levelOver}`,
    when.withoutHands ? 'without a hand' : '',
  ].filter((part) => part !== '')
  return said.length === 0 ? '' : ` ${said.join(', ')}`
}
