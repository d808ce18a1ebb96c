import type { AfterDays, News, Remembered } from '../offer/person'
import type { DatedOutcome } from './datedOutcome'

/** How somebody came to a meeting, as far as it is remembered. */
export interface Door {
  meetingId: string
  /** ISO day. */
  date: string
  news: News
  after: AfterDays | null
}

/** How it was after a meeting, said before the next one. */
export interface SaidBetween {
  meetingId: string
  /** ISO day of the meeting. */
  date: string
  after: AfterDays
}

/** A day on which something hurt at home. */
export interface HurtAtHome {
  movement: string
  /** ISO day. */
  day: string
}

/** What was told between meetings; `worseAfter`: days at home after which somebody was worse, ISO. */
interface Between {
  said?: readonly SaidBetween[]
  atHome?: readonly HurtAtHome[]
  worseAfter?: readonly string[]
}

/**
 * What is not to be forgotten of somebody: sharp pain, a stop, a hand that was needed, a fall, a faint, two days sore,
 * what hurt at home, and days after it that were worse.
 * A stop for something else is none; what was looked at is gone; a fall counts once, however often it is told.
 *
 * @param outcomes of this person, folded, oldest first
 * @param doors every meeting they came to, oldest first
 * @param lookedAt keys that somebody has looked at and said so
 * @param between what was said between meetings, and what came back from home
 * @returns newest first
 * @example
 * rememberedFrom([{ ...outcome, painKind: 'sharp' }], [], new Set())[0].kind // 'sharp-pain'
 */
export function rememberedFrom(
  outcomes: readonly DatedOutcome[],
  doors: readonly Door[],
  lookedAt: ReadonlySet<string>,
  { said = [], atHome = [], worseAfter = [] }: Between = {},
): Remembered[] {
  const inClass = outcomes.flatMap((outcome) => kindsIn(outcome).map((kind) => rememberedOf(kind, outcome)))
  const seen = new Set<string>()
  return [
    ...inClass,
    ...atDoors(doors),
    ...said.flatMap(saidBetween),
    ...atHome.map(hurtAtHome),
    ...worseAfter.map(worseThen),
  ]
    .toSorted((a, b) => b.on.localeCompare(a.on))
    .filter(({ key }) => !lookedAt.has(key) && !seen.has(key) && seen.add(key))
}

function kindsIn({ painKind, done, why, support }: DatedOutcome): Remembered['kind'][] {
  return [
    ...(painKind === 'sharp' ? (['sharp-pain'] as const) : []),
    ...(done === 'stopped' && why !== 'interrupted' && painKind !== 'sharp' ? (['stopped'] as const) : []),
    ...(support === 'hand' ? (['hand'] as const) : []),
  ]
}

function rememberedOf(kind: Remembered['kind'], { meetingId, date, movement, side }: DatedOutcome): Remembered {
  return { key: `${kind} ${meetingId} ${movement} ${side}`, kind, on: date, movement, side }
}

function saidBetween({ meetingId, date, after }: SaidBetween): Remembered[] {
  if (after !== 'sore-days' && after !== 'worse') return []
  return [{ key: `sore-days ${meetingId}`, kind: 'sore-days', on: date, movement: null, side: 'both' }]
}

function hurtAtHome({ movement, day }: HurtAtHome): Remembered {
  return { key: `at-home ${day} ${movement}`, kind: 'at-home', on: day, movement, side: 'both' }
}

function worseThen(day: string): Remembered {
  return { key: `after-home ${day}`, kind: 'after-home', on: day, movement: null, side: 'both' }
}

/** A fall that is told at two doors running is one; told again after a door without news it is another. */
function atDoors(doors: readonly Door[]): Remembered[] {
  return doors.flatMap(({ meetingId, date, news, after }, at): Remembered[] => {
    const before = doors[at - 1]
    const isAgain = before?.news === news
    const told = (news === 'fall' || news === 'faint') && !isAgain ? news : null
    const whole = { movement: null, side: 'both' } as const
    return [
      ...(told ? [{ key: `${told} ${meetingId}`, kind: told, on: date, ...whole }] : []),
      ...((after === 'sore-days' || after === 'worse') && before
        ? [{ key: `sore-days ${before.meetingId}`, kind: 'sore-days' as const, on: before.date, ...whole }]
        : []),
    ]
  })
}
