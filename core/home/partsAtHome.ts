import { motionAt, type MotionMoment } from '../lead/motionAt'
import { paceAt, type PaceMoment } from '../lead/pace'
import type { Dose, DoseKind } from '../catalogue/dose'
import type { SidePolicy } from '../catalogue/words'
import { lastOf } from '../entries'
import { secondsOf } from '../time/secondsOf'
import { workParts, type WorkPart } from '../time/workSeconds'

/** What of a movement sets its time at home. */
export interface AtHome {
  dose: Dose
  rounds: number
  restSeconds: number
  sides: SidePolicy
  sideChangeSeconds: number
}

/**
 * A movement at home as stretches of time: one side first, all its rounds, then the other.
 *
 * @example
 * partsAtHome({ dose: { kind: 'hold', seconds: 30 }, rounds: 1, restSeconds: 0, sides: 'each', sideChangeSeconds: 4 })
 * .map(({ kind, seconds }) => `${kind} ${seconds}`)
 * // ['work 30', 'change-side 4', 'work 30']
 */
export function partsAtHome({ dose, rounds, restSeconds, sides, sideChangeSeconds }: AtHome): WorkPart[] {
  const work = { rounds, restSeconds, sides, sideChangeSeconds, order: 'one-side-first' } as const
  return workParts({ ...work, roundSeconds: secondsOf(dose, sides) })
}

/**
 * How long a movement takes at home once it has begun, seconds.
 *
 * @example
 * secondsAtHome({ dose: { kind: 'hold', seconds: 30 }, rounds: 2, restSeconds: 10, sides: 'both',
 * sideChangeSeconds: 4 })
 * // 70
 */
export function secondsAtHome(entry: AtHome): number {
  return partsAtHome(entry).reduce((sum, { seconds }) => sum + seconds, 0)
}

/** Where a movement is at a moment. */
export interface HomeMoment {
  part: WorkPart
  /** Its place among the parts. */
  at: number
  /** Seconds into the part, and that are left of it. */
  into: number
  left: number
  pace: PaceMoment | null
  motion: MotionMoment
  isOver: boolean
}

/**
 * Where a movement is so many seconds after it has begun.
 *
 * @param parts as {@link partsAtHome} makes them
 * @example
 * homeMoment({ dose: { kind: 'hold', seconds: 30 }, sides: 'each' }, partsAtHome({ dose: { kind: 'hold', seconds: 30 },
 * rounds: 1, restSeconds: 0, sides: 'each', sideChangeSeconds: 4 }), 31).part.kind
 * // 'change-side'
 */
export function homeMoment(
  { dose, sides }: Pick<AtHome, 'dose' | 'sides'>,
  parts: readonly WorkPart[],
  elapsedSeconds: number,
): HomeMoment {
  let before = 0
  for (const [at, part] of parts.entries()) {
    if (elapsedSeconds < before + part.seconds) return momentIn({ dose, sides }, part, at, elapsedSeconds - before)
    before += part.seconds
  }
  const last = lastOf(parts)
  return { ...momentIn({ dose, sides }, last, parts.length - 1, last.seconds), isOver: true }
}

const STILL: MotionMoment = { share: 0, isOther: false }

function momentIn(
  { dose, sides }: Pick<AtHome, 'dose' | 'sides'>,
  part: WorkPart,
  at: number,
  into: number,
): HomeMoment {
  const isWork = part.kind === 'work'
  return {
    ...{ part, at, into, left: Math.max(0, part.seconds - into), isOver: false },
    pace: isWork ? paceAt(dose, sides, into) : null,
    motion: isWork ? motionAt(dose, sides, into) : STILL,
  }
}

/**
 * As much of a movement as fits into so many seconds: one round, with as few repetitions or as short a hold as that
 * takes.
 *
 * @returns the same kind of dose; a press, a lowering or one breath that is longer by itself stays as it is, once
 * @example
 * withinSeconds({ dose: { kind: 'hold', seconds: 60 }, rounds: 2, restSeconds: 10, sides: 'each',
 * sideChangeSeconds: 4 }, 60).dose
 * // { kind: 'hold', seconds: 28 }
 */
export function withinSeconds<E extends AtHome>(entry: E, seconds: number): E {
  const once = { ...entry, rounds: 1 }
  const most = Math.max(1, mostOf(entry.dose))
  for (let much = most; much > 1; much -= 1) {
    const less = { ...once, dose: withAmount(entry.dose, much) }
    if (secondsAtHome(less) <= seconds) return less
  }
  return { ...once, dose: withAmount(entry.dose, 1) }
}

/** What of a dose is made less: repetitions, or seconds. */
const AMOUNT = {
  hold: 'seconds',
  target: 'seconds',
  press: 'seconds',
  circle: 'perDirection',
  lower: 'efforts',
  breath: 'cycles',
  reps: 'count',
  pulse: 'count',
  swing: 'count',
  breathed: 'count',
  pair: 'count',
  'lift-off': 'count',
} as const satisfies Record<DoseKind, string>

const mostOf = (dose: Dose): number => Number(new Map(Object.entries(dose)).get(AMOUNT[dose.kind]))
const withAmount = (dose: Dose, much: number): Dose => ({ ...dose, [AMOUNT[dose.kind]]: much })
