import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import type { Believing } from '../catalogue/judgement'
import type { Side, Tier } from '../catalogue/words'
import { entryAt } from '../entries'
import { grouped } from '../grouped'
import { beliefAround, drifted, learn, meanOf, settled, type Belief } from './belief'
import { demandOf } from './demand'
import { evidenceIn, type DatedOutcome } from './datedOutcome'
import type { Evidence } from './evidence'
import { NO_HABIT, noteWorth, saidKey, type Habit } from './noteWorth'

/** What is believed of somebody on one ladder: of each side where sides were noted, else of both as one. */
export type Capacities = Partial<Record<Side, Belief>>

/** All that is believed of one person from their notes. */
export interface Believed {
  /** By `movement tier`. */
  ladders: ReadonlyMap<string, Capacities>
  /** ISO day of the last note, by `movement tier`. */
  lastOn: ReadonlyMap<string, string>
  /** How far notes moved each ladder from where it began, levels. */
  moved: readonly Moved[]
  habit: Habit
}

/** How far notes moved a ladder of some parts of the body. */
interface Moved {
  movement: Movement | undefined
  notes: number
  levels: number
}

const DAY_MS = 86_400_000
const DRIFT_DAYS = 10
const kept = new WeakMap<readonly DatedOutcome[], Believed>()

/**
 * What is believed of somebody's capacities after all that was noted, ladder by ladder and side by side.
 *
 * Each begins at the level that was worked at first, a little above and widely spread. Every note moves it by what it
 * is worth; between meetings it drifts. What is found on a person's other ladders moves the beginning, most within the
 * same region; a note of one side says something of the other, less surely; their way of reporting effort is learned
 * from all of them.
 *
 * @param outcomes of one person, oldest first; the same list is worked out once
 * @source a grid filter over a hidden state: ours, tuned; docs/decisions/the-judgement.md
 * @example
 * believedOf([], catalogue).ladders.size // 0
 */
export function believedOf(outcomes: readonly DatedOutcome[], catalogue: Catalogue): Believed {
  const before = kept.get(outcomes)
  if (before) return before
  const { belief: believing } = catalogue.judgement
  const ladders = [...evidenceIn(outcomes)].map(([key, evidence]) => ladderOf(key, evidence, catalogue))
  // First each ladder by its better known side alone: how somebody reports, and how far they are from where they began.
  const first = ladders.map((ladder) => followed(ladder, bestKnown(ladder), { habit: NO_HABIT, shift: 0 }, believing))
  const habit = habitFrom(first, believing)
  const moved = ladders.map(({ movement }, at) => {
    const { notes, moved: levels } = entryAt(first, at)
    return { movement, notes, levels }
  })
  const shifts = ladders.map(({ movement }, at) => shiftOf(movement, moved.toSpliced(at, 1), believing))
  const capacitiesOn = (ladder: Ladder, shift: number): Capacities =>
    Object.fromEntries(
      ladder.views.map((view) => [view.side, followed(ladder, view, { habit, shift }, believing).belief] as const),
    )
  const believed = {
    habit,
    moved,
    lastOn: new Map(ladders.map(({ key, lastOn }) => [key, lastOn])),
    ladders: new Map(ladders.map((ladder, at) => [ladder.key, capacitiesOn(ladder, entryAt(shifts, at))])),
  }
  kept.set(outcomes, believed)
  return believed
}

interface Ladder {
  key: string
  movement: Movement | undefined
  /** What was noted, as it is seen from each side. */
  views: readonly SideView[]
  start: number
  lastOn: string
}

interface SideView {
  side: Side
  meetings: readonly NotedMeeting[]
  /** How many meetings have notes of this very side. */
  own: number
}

/** A meeting's notes of one side, or of the other where there is none: then less surely. */
interface NotedMeeting {
  /** Days since 1970. */
  day: number
  noted: readonly Noted[]
  isOther: boolean
}

/** An entry with what it asked, levels. */
interface Noted {
  entry: Evidence
  demand: number
  /** What it says, as a number. */
  said: number
}

function ladderOf(key: string, evidence: readonly Evidence[], catalogue: Catalogue): Ladder {
  const [movementId = '', tier = ''] = key.split(' ')
  const movement = catalogue.movements.get(movementId)
  const rungs = new Map<number, Variation>(movement?.ladders[tier as Tier]?.map((rung) => [rung.level, rung]))
  const noted = evidence.flatMap((entry): Noted[] => {
    const { level, dials } = entry
    return level === null
      ? []
      : [{ entry, demand: demandOf(rungs.get(level) ?? { level, dials: [] }, dials), said: saidKey(entry) }]
  })
  const meetings = [...grouped(noted, ({ entry }) => entry.meetingId).values()]
  const isApart = noted.some(({ entry }) => entry.side !== 'both')
  const sides: readonly Side[] = isApart ? ['left', 'right'] : ['both']
  return {
    key,
    movement,
    views: sides.map((side) => viewFrom(side, meetings)),
    start: noted[0]?.entry.level ?? 2,
    lastOn: evidence.at(-1)?.date ?? '',
  }
}

function viewFrom(side: Side, meetings: readonly Noted[][]): SideView {
  const seen = meetings.map((noted): NotedMeeting => {
    const own = noted.filter(({ entry }) => entry.side === side || entry.side === 'both')
    const isOther = own.length === 0
    return { day: Date.parse(entryAt(noted, 0).entry.date) / DAY_MS, noted: isOther ? noted : own, isOther }
  })
  return { side, meetings: seen, own: seen.filter((meeting) => !meeting.isOther).length }
}

function bestKnown({ views }: Ladder): SideView {
  return entryAt(
    views.toSorted((a, b) => b.own - a.own),
    0,
  )
}

/** One side of a ladder with what came of its notes. */
interface Followed {
  belief: Belief
  /** How far notes moved the belief from where it began, levels. */
  moved: number
  notes: number
  /** Efforts as they were said, and as they were to be expected. */
  efforts: { said: number; expected: number }[]
}

function followed(
  { start }: Ladder,
  { meetings }: SideView,
  { habit, shift }: { habit: Habit; shift: number },
  believing: Believing,
): Followed {
  const { prior, drift, apart, effort } = believing
  const begins = start + prior.above + shift
  const own = { habit, apart: 0 }
  const other = { habit, apart: apart.sides }
  // How somebody reports is learned in the first round alone.
  const efforts: Followed['efforts'] | null = habit === NO_HABIT ? [] : null
  let belief = beliefAround(begins, prior.spread)
  let spare = belief.slice()
  let last = meetings[0]?.day ?? 0
  for (const [at, { day, noted, isOther }] of meetings.entries()) {
    // A week moves little: two are taken as one, and never is a last note held against what was believed before.
    if (day - last >= DRIFT_DAYS || (day > last && at === meetings.length - 1)) {
      ;[belief, spare] = [drifted(belief, (day - last) / 7, drift, spare), belief]
      last = day
    }
    for (const { entry, demand, said } of noted)
      learn(belief, noteWorth(entry, isOther ? other : own, believing, said), demand)
    if (efforts === null || isOther) continue
    const mean = meanOf(settled(belief))
    for (const { entry, demand } of noted)
      if (entry.effort !== null && !entry.isGroup)
        efforts.push({ said: entry.effort, expected: effort.atCapacity - effort.aLevel * (mean - demand) })
  }
  settled(belief)
  return { belief, moved: meanOf(belief) - begins, notes: meetings.length, efforts: efforts ?? [] }
}

/** How somebody says effort, from all that they said: believed the more, and the closer, the more there is. */
function habitFrom(followed: readonly Followed[], { habit }: Believing): Habit {
  const efforts = followed.flatMap((one) => one.efforts)
  const unsureAfter = (notes: number) => 1 + habit.unsure / (notes + habit.after)
  if (efforts.length === 0) return { bias: 0, blur: unsureAfter(0) }
  const off = efforts.reduce((sum, { said, expected }) => sum + said - Math.max(0, Math.min(10, expected)), 0)
  const bias = (habit.gain * off) / (efforts.length + habit.after)
  const said = new Set(efforts.map((one) => one.said))
  // Who always says the same says nothing by it.
  const isSame = said.size === 1 && efforts.length >= habit.sameAfter
  return { bias, blur: isSame ? habit.sameBlur : unsureAfter(efforts.length) }
}

/**
 * How far the beginning of a ladder that was never noted moves by what was found on the others, levels.
 *
 * @example
 * shiftFor(bridge, believedOf([], catalogue), catalogue) // 0
 */
export function shiftFor(movement: Movement, { moved }: Pick<Believed, 'moved'>, { judgement }: Catalogue): number {
  return shiftOf(movement, moved, judgement.belief)
}

/** How far a beginning moves by what was found elsewhere. */
function shiftOf(movement: Movement | undefined, others: readonly Moved[], { related }: Believing): number {
  let [sum, weights] = [0, related.after]
  for (const { movement: there, notes, levels } of others) {
    const weight = alikeness(movement, there, related.elsewhere) * (notes / (notes + 2))
    sum += weight * levels
    weights += weight
  }
  return (related.gain * sum) / weights
}

/** How much two ladders are of the same parts of the body: 1 where a region is one, else the part anywhere. */
function alikeness(own: Movement | undefined, other: Movement | undefined, elsewhere: number): number {
  if (!own || !other) return elsewhere
  return Object.keys(own.regions).some((region) => region in other.regions) ? 1 : elsewhere
}
