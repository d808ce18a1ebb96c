import { joined } from '../sentence'
import type { SidePolicy } from '../catalogue/words'
import type { WorkPart } from '../time/workSeconds'
import { partsAtHome } from './partsAtHome'
import type { SheetMovement } from './homeSheet'

/** Something that is said, so many seconds after a movement has begun. */
export interface HomeCue {
  at: number
  words: string
}

/** From here on a stretch has room for a second word, and for counting out its end; seconds. */
const [LONG_SECONDS, ENDING_SECONDS] = [20, 5]

/**
 * Which side a stretch is, as it is said: the left one first.
 *
 * @example
 * sideAtHome('first', 'each') // 'left side'
 * sideAtHome('second', 'each-direction') // 'the other way'
 */
export function sideAtHome(side: WorkPart['side'], sides: SidePolicy): string {
  if (side === 'both' || side === 'weaker') return ''
  if (sides === 'each-direction') return side === 'first' ? 'one way' : 'the other way'
  return side === 'first' ? 'left side' : 'right side'
}

const sentence = (words: string) => (words === '' ? '' : `${words.charAt(0).toUpperCase()}${words.slice(1)}.`)

/**
 * All that is said while a movement is done at home: which side, what to do, half way, the last seconds, rests and
 * changes; in their order.
 *
 * @example
 * homeCues({ dose: { kind: 'hold', seconds: 30 }, rounds: 1, restSeconds: 0, sides: 'each', sideChangeSeconds: 4,
 * cues: ['Grow tall.'] })[0].words
 * // 'Left side. Grow tall.'
 */
export function homeCues(movement: SheetMovement): HomeCue[] {
  const parts = partsAtHome(movement)
  const cues: HomeCue[] = []
  let at = 0
  let worked = 0
  for (const part of parts) {
    const side = sideAtHome(part.side, movement.sides)
    if (part.kind === 'work') {
      cues.push(...workCues(movement, part, { at, worked }))
      worked += 1
    } else if (part.kind === 'rest') cues.push({ at, words: `Rest, ${part.seconds} seconds.` })
    else if (part.kind === 'change-side') cues.push({ at, words: `Change sides: ${side}.` })
    at += part.seconds
  }
  return [...cues, { at, words: 'Done. Slowly back.' }]
}

/** One stretch of work: what to do differs from stretch to stretch, so that it is not the same word each time. */
function workCues(
  { cues, dose, sides }: SheetMovement,
  { seconds, round, side }: WorkPart,
  { at, worked }: { at: number; worked: number },
): HomeCue[] {
  const cue = cues.length === 0 ? '' : cues[worked % cues.length]
  const said: HomeCue[] = [
    { at, words: joined([sentence(sideAtHome(side, sides)), round > 1 && 'Once more.', cue], ' ') || 'Begin.' },
  ]
  if (seconds < LONG_SECONDS) return said
  const next = cues.length > 1 ? cues[(worked + 1) % cues.length] : ''
  const isHeld = dose.kind === 'hold' || dose.kind === 'target'
  said.push({ at: at + seconds / 2, words: joined([isHeld && 'Half way.', next], ' ') })
  if (isHeld) said.push({ at: at + seconds - ENDING_SECONDS, words: `${ENDING_SECONDS} more seconds.` })
  return said.filter(({ words }) => words !== '')
}
