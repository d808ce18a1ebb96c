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
  const efforts: Efforts = { count: 0, off: 0, first: null, isSame: true }
  const first = ladders.map((ladder) =>
    followed(ladder, bestKnown(ladder), { reading: unread, shift: 0, efforts }, believing),
  )
  const habit = habitFrom(efforts, believing)
  const reading = readingOf(habit, believing)
  const moved = ladders.map(({ movement }, at) => {
    const { notes, moved: levels } = entryAt(first, at)
    return { movement, notes, levels }
  })
  const shifts = ladders.map(({ movement }, at) => shiftOf(movement, moved.toSpliced(at, 1), believing))
  const capacitiesOn = (ladder: Ladder, shift: number): Capacities =>
    Object.fromEntries(
      ladder.views.map(
        (view) => [view.side, followed(ladder, view, { reading, shift, efforts: null }, believing).belief] as const,
      ),
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
  noted: Noted
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

/** The entries of a ladder with a level, oldest first: as lists side by side, since there are very many. */
interface Noted {
  entries: readonly Evidence[]
  /** What each asked, levels. */
  demands: readonly number[]
  /** What each says, as a number. */
  said: readonly number[]
  /** Where in them each meeting begins, and when it was: days since 1970. */
  begins: readonly number[]
  days: readonly number[]
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
  const entries = evidence.filter((entry) => entry.level !== null)
  const [demands, said, begins, days]: [number[], number[], number[], number[]] = [[], [], [], []]
  let meeting = ''
  for (const entry of entries) {
    const { dials, meetingId, date } = entry
    const level = entry.level ?? 0
    if (meetingId !== meeting) {
      begins.push(demands.length)
      days.push(dayOf(date))
    }
    meeting = meetingId
    demands.push(demandOf(rungs.get(level) ?? { level, dials: [] }, dials))
    said.push(saidKey(entry))
  }
  const noted = { entries, demands, said, begins, days }
  const isApart = entries.some(({ side }) => side !== 'both')
  const sides: readonly Side[] = isApart ? ['left', 'right'] : ['both']
  return {
    ...{ key, movement, noted },
    views: sides.map((side) => ({ side, own: meetingsOf(side, noted) })),
    start: entries[0]?.level ?? 2,
    lastOn: evidence.at(-1)?.date ?? '',
  }
}

function isOf(side: Side, entry: Evidence): boolean {
  return entry.side === side || entry.side === 'both'
}

/** Whether a meeting, from one place of the entries to another, has one of this side. */
function hasOf(side: Side, entries: readonly Evidence[], from: number, to: number): boolean {
  for (let at = from; at < to; at += 1) if (isOf(side, entryAt(entries, at))) return true
  return false
}

function meetingsOf(side: Side, { entries, begins }: Noted): number {
  let own = 0
  for (let at = 0; at < begins.length; at += 1)
    own += Number(hasOf(side, entries, entryAt(begins, at), begins[at + 1] ?? entries.length))
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
}

/** What somebody said of effort, beside what was to be expected: added up, since there is much of it. */
interface Efforts {
  count: number
  /** By how much they said more than was expected, all together. */
  off: number
  first: number | null
  /** Whether they always said the same. */
  isSame: boolean
}

/** How a person's notes are read. */
interface Reading {
  /** Of the side that is looked at, and of the other one. */
  own: ReturnType<typeof readingFrom>
  other: ReturnType<typeof readingFrom>
}

function readingOf(habit: Habit, believing: Believing): Reading {
  return {
    own: readingFrom({ habit, apart: 0 }, believing),
    other: readingFrom({ habit, apart: believing.apart.sides }, believing),
  }
}

function followed(
  { start, noted: { entries, demands, said, begins, days } }: Ladder,
  { side }: SideView,
  { reading, shift, efforts }: { reading: Reading; shift: number; efforts: Efforts | null },
  { prior, drift, effort }: Believing,
): Followed {
  const from = start + prior.above + shift
  let belief = beliefAround(from, prior.spread)
  let spare = belief.slice()
  let last = days[0] ?? 0
  for (let meeting = 0; meeting < begins.length; meeting += 1) {
    const [first, end] = [entryAt(begins, meeting), begins[meeting + 1] ?? entries.length]
    const day = entryAt(days, meeting)
    const isOther = !hasOf(side, entries, first, end)
    // A week moves little: two are taken as one, and never is a last note held against what was believed before.
    if (day - last >= DRIFT_DAYS || (day > last && meeting === begins.length - 1)) {
      ;[belief, spare] = [drifted(belief, (day - last) / 7, drift, spare), belief]
      last = day
    }
    const read = isOther ? reading.other : reading.own
    for (let at = first; at < end; at += 1) {
      const entry = entryAt(entries, at)
      if (isOther || isOf(side, entry)) learn(belief, read(entry, entryAt(said, at)), entryAt(demands, at))
    }
    if (efforts === null || isOther) continue
    const mean = meanOf(settled(belief))
    for (let at = first; at < end; at += 1) {
      const entry = entryAt(entries, at)
      if (entry.effort !== null && !entry.isGroup && isOf(side, entry))
        addEffort(efforts, entry.effort, effort.atCapacity - effort.aLevel * (mean - entryAt(demands, at)))
    }
  }
  settled(belief)
  return { belief, moved: meanOf(belief) - from, notes: begins.length }
}

function addEffort(efforts: Efforts, said: number, expected: number): void {
  efforts.count += 1
  efforts.off = efforts.off + said - Math.max(0, Math.min(10, expected))
  efforts.first ??= said
  efforts.isSame &&= said === efforts.first
}

/** How somebody says effort, from all that they said: believed the more, and the closer, the more there is. */
function habitFrom({ count, off, isSame }: Efforts, { habit }: Believing): Habit {
  const unsureAfter = (notes: number) => 1 + habit.unsure / (notes + habit.after)
  if (count === 0) return { bias: 0, blur: unsureAfter(0) }
  const bias = (habit.gain * off) / (count + habit.after)
  // Who always says the same says nothing by it.
  return { bias, blur: isSame && count >= habit.sameAfter ? habit.sameBlur : unsureAfter(count) }
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
