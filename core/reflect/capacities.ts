import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import type { Believing } from '../catalogue/judgement'
import type { Side } from '../catalogue/words'
import { entryAt } from '../entries'
import { getOrMake } from '../grouped'
import { beliefAround, drifted, learn, meanOf, settled, type Belief } from './belief'
import { demandOf } from './demand'
import { evidenceIn, ladderOfKey, type DatedOutcome } from './datedOutcome'
import type { Evidence } from './evidence'
import { NO_HABIT, readingFrom, saidKey, type Habit } from './noteWorth'

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
  const days = new Map<string, number>()
  const dayOf = (date: string) => getOrMake(days, date, () => Date.parse(date) / DAY_MS)
  const ladders = [...evidenceIn(outcomes)].map(([key, evidence]) => ladderOf(key, evidence, dayOf, catalogue))
  // First each ladder by its better known side alone: how somebody reports, and how far they are from where they began.
  const unread = readingOf(NO_HABIT, believing)
  const first = ladders.map((ladder) => followed(ladder, bestKnown(ladder), { reading: unread, shift: 0 }, believing))
  const habit = habitFrom(first, believing)
  const reading = readingOf(habit, believing)
  const moved = ladders.map(({ movement }, at) => {
    const { notes, moved: levels } = entryAt(first, at)
    return { movement, notes, levels }
  })
  const shifts = ladders.map(({ movement }, at) => shiftOf(movement, moved.toSpliced(at, 1), believing))
  const capacitiesOn = (ladder: Ladder, shift: number): Capacities =>
    Object.fromEntries(
      ladder.views.map((view) => [view.side, followed(ladder, view, { reading, shift }, believing).belief] as const),
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
  noted: readonly Noted[]
  /** Where in it each meeting begins. */
  begins: readonly number[]
  views: readonly SideView[]
  start: number
  lastOn: string
}

/** What was noted as one side looks at it: where a meeting has no note of it, those of the other, less surely. */
interface SideView {
  side: Side
  /** How many meetings have notes of this very side. */
  own: number
}

/** An entry with what it asked, levels. */
interface Noted {
  entry: Evidence
  /** Days since 1970. */
  day: number
  demand: number
  /** What it says, as a number. */
  said: number
}

function ladderOf(
  key: string,
  evidence: readonly Evidence[],
  dayOf: (date: string) => number,
  catalogue: Catalogue,
): Ladder {
  const { movement: id, tier } = ladderOfKey(key)
  const movement = catalogue.movements.get(id)
  const rungs = new Map<number, Variation>(movement?.ladders[tier]?.map((rung) => [rung.level, rung]))
  const noted: Noted[] = []
  const begins: number[] = []
  let meeting = ''
  for (const entry of evidence) {
    const { level, dials, meetingId, date } = entry
    if (level === null) continue
    if (meetingId !== meeting) begins.push(noted.length)
    meeting = meetingId
    const demand = demandOf(rungs.get(level) ?? { level, dials: [] }, dials)
    noted.push({ entry, day: dayOf(date), demand, said: saidKey(entry) })
  }
  const isApart = noted.some(({ entry }) => entry.side !== 'both')
  const sides: readonly Side[] = isApart ? ['left', 'right'] : ['both']
  return {
    ...{ key, movement, noted, begins },
    views: sides.map((side) => ({ side, own: meetingsOf(side, noted, begins) })),
    start: noted[0]?.entry.level ?? 2,
    lastOn: evidence.at(-1)?.date ?? '',
  }
}

function isOf(side: Side, { entry }: Noted): boolean {
  return entry.side === side || entry.side === 'both'
}

/** Whether a meeting, from one place of the notes to another, has one of this side. */
function hasOf(side: Side, noted: readonly Noted[], from: number, to: number): boolean {
  for (let at = from; at < to; at += 1) if (isOf(side, entryAt(noted, at))) return true
  return false
}

function meetingsOf(side: Side, noted: readonly Noted[], begins: readonly number[]): number {
  let own = 0
  for (let at = 0; at < begins.length; at += 1)
    own += Number(hasOf(side, noted, entryAt(begins, at), begins[at + 1] ?? noted.length))
  return own
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

/** How a person's notes are read. */
interface Reading {
  /** Of the side that is looked at, and of the other one. */
  own: ReturnType<typeof readingFrom>
  other: ReturnType<typeof readingFrom>
  /** How somebody reports is learned in the first round alone. */
  isFirst: boolean
}

function readingOf(habit: Habit, believing: Believing): Reading {
  return {
    own: readingFrom({ habit, apart: 0 }, believing),
    other: readingFrom({ habit, apart: believing.apart.sides }, believing),
    isFirst: habit === NO_HABIT,
  }
}

function followed(
  { start, noted, begins }: Ladder,
  { side }: SideView,
  { reading, shift }: { reading: Reading; shift: number },
  { prior, drift, effort }: Believing,
): Followed {
  const from = start + prior.above + shift
  const efforts: Followed['efforts'] | null = reading.isFirst ? [] : null
  let belief = beliefAround(from, prior.spread)
  let spare = belief.slice()
  let last = noted[0]?.day ?? 0
  for (let meeting = 0; meeting < begins.length; meeting += 1) {
    const [first, end] = [entryAt(begins, meeting), begins[meeting + 1] ?? noted.length]
    const { day } = entryAt(noted, first)
    const isOther = !hasOf(side, noted, first, end)
    // A week moves little: two are taken as one, and never is a last note held against what was believed before.
    if (day - last >= DRIFT_DAYS || (day > last && meeting === begins.length - 1)) {
      ;[belief, spare] = [drifted(belief, (day - last) / 7, drift, spare), belief]
      last = day
    }
    const read = isOther ? reading.other : reading.own
    for (let at = first; at < end; at += 1) {
      const one = entryAt(noted, at)
      if (isOther || isOf(side, one)) learn(belief, read(one.entry, one.said), one.demand)
    }
    if (efforts === null || isOther) continue
    const mean = meanOf(settled(belief))
    for (let at = first; at < end; at += 1) {
      const one = entryAt(noted, at)
      const { effort: said, isGroup } = one.entry
      if (said !== null && !isGroup && isOf(side, one))
        efforts.push({ said, expected: effort.atCapacity - effort.aLevel * (mean - one.demand) })
    }
  }
  settled(belief)
  return { belief, moved: meanOf(belief) - from, notes: begins.length, efforts: efforts ?? [] }
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
