import type { LaneMove } from '~~/core/lead/moveAt'
import type { LaneSwing } from '~~/core/lead/pairAt'
import type { PaceMoment } from '~~/core/lead/pace'
import type { Tier } from '~~/core/catalogue/words'
import type { Variation } from '~~/core/catalogue/catalogue'

/** A lane as it is read from six metres away: what most of it do, and who is in it. */
export interface RoomLane {
  tier: Tier
  /** Null: they breathe where they are. */
  variation: Variation | null
  level: number | null
  names: string[]
  /** The way into it. */
  moves: LaneMove[]
  /** The swing that goes with its hold; null: it is no pair. */
  swing: LaneSwing<Variation> | null
}

/** The one number that the room follows, and the ring round it. */
export interface RoomCount {
  number: string
  unit: string
  /** Dashes of the ring, and how many of them are done. */
  dashes: number
  done: number
}

/** A ring of more dashes than these is not read. */
const DASHES_AT_MOST = 60

/** Repetitions, breaths and swings are counted; everything else is seconds that are left. */
export function roomCount(pace: PaceMoment | null, leftSeconds: number, stepSeconds: number): RoomCount {
  if (pace?.count && pace.of !== null)
    return {
      number: String(pace.count),
      unit: `of ${pace.of}`,
      dashes: Math.min(DASHES_AT_MOST, pace.of),
      done: pace.count,
    }
  const left = Math.max(0, Math.ceil(leftSeconds))
  const dashes = Math.max(1, Math.min(DASHES_AT_MOST, Math.ceil(stepSeconds)))
  const done = Math.round((1 - Math.min(1, left / Math.max(1, stepSeconds))) * dashes)
  if (left >= 100) {
    const minutes = Math.floor(left / 60)
    return { number: `${minutes}:${String(left % 60).padStart(2, '0')}`, unit: 'minutes', dashes, done }
  }
  return { number: String(left), unit: left === 1 ? 'second' : 'seconds', dashes, done }
}

/** Names in two lines from afar; more than fit are a number. */
export function namesFromAfar(names: readonly string[], lettersAtMost: number): string {
  let shown = names.length
  const words = () =>
    shown === names.length ? names.join(', ') : `${names.slice(0, shown).join(', ')} and ${names.length - shown} more`
  while (shown > 1 && words().length > lettersAtMost) shown -= 1
  return words()
}
