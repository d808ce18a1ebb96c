import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import type { Believing } from '../catalogue/judgement'
import type { Side, Tier } from '../catalogue/words'
import { entryAt } from '../entries'
import { grouped } from '../grouped'
import { beliefAround, drifted, learn, meanOf, type Belief } from './belief'
import { demandOf } from './demand'
import { evidenceIn, type DatedOutcome } from './datedOutcome'
import type { Evidence } from './evidence'
import { NO_HABIT, noteWorth, type Habit } from './noteWorth'

/** What is believed of somebody on one ladder: of each side where sides were noted, else of both as one. */
export type Capacities = Partial<Record<Side, Belief>>

/** All that is believed of one person from their notes. */
export interface Believed {
  /** By `movement tier`. */
  ladders: ReadonlyMap<string, Capacities>
  habit: Habit
}

const DAY_MS = 86_400_000
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
  const first = ladders.map((ladder) => followed(ladder, NO_HABIT, 0, believing))
  const habit = habitFrom(first, believing)
  const shifts = shiftsOf(first, believing)
  const believed = {
    habit,
    ladders: new Map(
      ladders.map((ladder, at) => [ladder.key, followed(ladder, habit, entryAt(shifts, at), believing).capacities]),
    ),
  }
  kept.set(outcomes, believed)
  return believed
}

interface Ladder {
  key: string
  movement: Movement | undefined
  /** Meeting by meeting. */
  meetings: Noted[][]
  sides: readonly Side[]
  start: number
}

/** An entry with what it asked, levels, and the day, in days since 1970. */
interface Noted {
  entry: Evidence
  demand: number
  day: number
}

function ladderOf(key: string, evidence: readonly Evidence[], catalogue: Catalogue): Ladder {
  const [movementId = '', tier = ''] = key.split(' ')
  const movement = catalogue.movements.get(movementId)
  const rungs = new Map<number, Variation>(movement?.ladders[tier as Tier]?.map((rung) => [rung.level, rung]))
  const noted = evidence.flatMap((entry): Noted[] => {
    const { level, dials, date } = entry
    if (level === null) return []
    return [
      { entry, demand: demandOf(rungs.get(level) ?? { level, dials: [] }, dials), day: Date.parse(date) / DAY_MS },
    ]
  })
  const isApart = noted.some(({ entry }) => entry.side !== 'both')
  return {
    key,
    movement,
    meetings: [...grouped(noted, ({ entry }) => entry.meetingId).values()],
    sides: isApart ? ['left', 'right'] : ['both'],
    start: noted[0]?.entry.level ?? 2,
  }
}

/** A ladder with what came of its notes. */
interface Followed {
  ladder: Ladder
  capacities: Capacities
  /** How far notes moved the belief from where it began, levels. */
  moved: number
  notes: number
  /** Efforts as they were said, and as they were to be expected. */
  efforts: { said: number; expected: number }[]
}

function followed(ladder: Ladder, habit: Habit, shift: number, believing: Believing): Followed {
  const { prior, drift, apart, effort } = believing
  const begins = ladder.start + prior.above + shift
  const capacities: Capacities = {}
  const efforts: Followed['efforts'] = []
  let moved = 0
  for (const side of ladder.sides) {
    let belief = beliefAround(begins, prior.spread)
    let last: number | null = null
    for (const meeting of ladder.meetings) {
      const day = entryAt(meeting, 0).day
      if (last !== null && day > last) belief = drifted(belief, (day - last) / 7, drift)
      last = day
      const own = meeting.filter(({ entry }) => entry.side === side || entry.side === 'both')
      for (const { entry, demand } of own.length > 0 ? own : meeting)
        learn(belief, noteWorth(entry, { habit, apart: own.length > 0 ? 0 : apart.sides }, believing), demand)
      for (const { entry, demand } of own)
        if (entry.effort !== null && !entry.isGroup)
          efforts.push({ said: entry.effort, expected: effort.atCapacity - effort.aLevel * (meanOf(belief) - demand) })
    }
    capacities[side] = belief
    moved += (meanOf(belief) - begins) / ladder.sides.length
  }
  return { ladder, capacities, moved, notes: ladder.meetings.length, efforts }
}

/** How somebody says effort, from all that they said: believed the more, the more there is. */
function habitFrom(followed: readonly Followed[], { habit }: Believing): Habit {
  const efforts = followed.flatMap((one) => one.efforts)
  if (efforts.length === 0) return NO_HABIT
  const off = efforts.reduce((sum, { said, expected }) => sum + said - Math.max(0, Math.min(10, expected)), 0)
  const bias = (habit.gain * off) / (efforts.length + habit.after)
  const said = new Set(efforts.map((one) => one.said))
  // Who always says the same says nothing by it.
  const isSame = said.size === 1 && efforts.length >= habit.sameAfter
  return { bias, blur: isSame ? habit.sameBlur : 1 }
}

/** How far the beginnings move by what was found elsewhere. */
function shiftsOf(followed: readonly Followed[], { related }: Believing): number[] {
  return followed.map((own) => {
    let [sum, weights] = [0, related.after]
    for (const other of followed) {
      if (other === own) continue
      const weight = alikeness(own.ladder, other.ladder, related.elsewhere) * (other.notes / (other.notes + 2))
      sum += weight * other.moved
      weights += weight
    }
    return (related.gain * sum) / weights
  })
}

/** How much two ladders are of the same parts of the body: 1 where the main region is one, else the part anywhere. */
function alikeness(own: Ladder, other: Ladder, elsewhere: number): number {
  const [mine, theirs] = [own.movement?.regions, other.movement?.regions]
  if (!mine || !theirs) return elsewhere
  return Object.keys(mine).some((region) => region in theirs) ? 1 : elsewhere
}
