import type { Dose } from '../catalogue/dose'
import { wordCount } from '../sentence'
import { spokenSeconds, type Voice } from '../time/speech'
import type { WorkPart } from '../time/workSeconds'
import { aloud } from './aloud'
import { doseWords } from './doseWords'

/** A half is said from this length on, and that it ends soon from that one on; how long before the end, seconds. */
export const HALFWAY_FROM = 20
export const LAST_FROM = 12
export const LAST_SECONDS = 5
/**
 * Said where the last third of a hold to a target begins: there the work bites, and who has let go goes on as it goes;
 * the second of letting go is what is noted.
 *
 * @source common practice, no source
 */
export const LAST_THIRD = 'The last third. If you have let go, go on as it goes.'
export const LAST_THIRD_FROM = 30
/** Said where a pair goes from its hold to its swing, and with the last swing. */
export const [SWING_NOW, SWING_RESTS] = ['Let go, and swing.', 'And come to rest.']
/** What a half takes at most, in the longest words that are used for it: “And the other way.” */
const HALFWAY_WORDS = 4
/** Something is heard by itself when so much is still around it, seconds. */
const APART_SECONDS = 0.5

/** Part of a block's work in which nothing else has to be said, seconds into the part. */
export interface Gap {
  part: number
  from: number
  to: number
}

/**
 * Where in a block's work the voice is free: the start, the half and the last seconds of each part are taken.
 *
 * @param parts the work of the lane that sets the clock
 * @example
 * gapsIn([{ kind: 'work', seconds: 10, side: 'both', round: 1 }], { dose: { kind: 'hold', seconds: 10 }, rounds: 1 },
 * { wordsAMinute: 140, breathSeconds: 0.25 })
 * // [{ part: 0, from: 2.892857142857143, to: 9.5 }]
 */
export function gapsIn(parts: readonly WorkPart[], block: { dose: Dose; rounds: number }, voice: Voice): Gap[] {
  return parts
    .flatMap((part, at): Gap[] => {
      if (part.kind !== 'work') return []
      const { seconds } = part
      const taken: [from: number, to: number][] = [[0, spokenSeconds(wordsToBegin(part, block), voice)]]
      const { dose } = block
      // What is said of a hold has no place in its swing.
      if (dose.kind === 'pair') taken.push([dose.hold, seconds])
      const hasThird = block.dose.kind === 'target' && seconds >= LAST_THIRD_FROM
      if (hasThird) taken.push([(2 * seconds) / 3, (2 * seconds) / 3 + spokenSeconds(LAST_THIRD, voice)])
      else if (dose.kind !== 'pair' && seconds >= HALFWAY_FROM)
        taken.push([seconds / 2, seconds / 2 + spokenSeconds(HALFWAY_WORDS, voice)])
      if (dose.kind !== 'pair' && seconds >= LAST_FROM) taken.push([seconds - LAST_SECONDS, seconds])
      return taken.map(([, to], index) => ({
        part: at,
        from: to + APART_SECONDS,
        to: (taken[index + 1]?.[0] ?? seconds) - APART_SECONDS,
      }))
    })
    .filter(({ from, to }) => to > from)
}

/**
 * How many words are said before a part begins: the side, the round and the dose; from the second round on the round
 * alone.
 *
 * @example
 * wordsToBegin({ side: 'both', round: 1 }, { dose: { kind: 'hold', seconds: 30 }, rounds: 1 }) // 5
 */
export function wordsToBegin(
  { side, round }: Pick<WorkPart, 'side' | 'round'>,
  { dose, rounds }: { dose: Dose; rounds: number },
): number {
  const sides = side === 'both' ? 0 : SIDE_WORDS
  const counted = rounds > 1 ? ROUND_WORDS : 0
  return sides + counted + (round === 1 ? wordCount(aloud(doseWords(dose))) : 0) + 1
}
/** “The side that is catching up.” and “Round 2 of 3.” */
const [SIDE_WORDS, ROUND_WORDS] = [6, 4]

/**
 * Lays what has to be said into gaps, one after the other, apart from each other where there is room for that.
 *
 * @param lengths seconds of each, in their order
 * @param apartSeconds silence between two of them
 * @returns for each where it begins; null where it fits nowhere any more
 * @example
 * laidInto([{ part: 0, from: 4, to: 9 }], [3, 3])
 * // [{ part: 0, from: 4, to: 7 }, null]
 */
export function laidInto(
  gaps: readonly Gap[],
  lengths: readonly number[],
  apartSeconds = APART_SECONDS,
): (Gap | null)[] {
  const left = gaps.map((gap) => ({ ...gap }))
  return lengths.map((seconds) => {
    const at = left.findIndex(({ from, to }) => to - from >= seconds)
    const gap = left[at]
    if (!gap) return null
    // What is said next is said after this.
    left.splice(0, at)
    const { part, from } = gap
    gap.from += seconds + apartSeconds
    return { part, from, to: from + seconds }
  })
}
