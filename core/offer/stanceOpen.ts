import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { DialRange } from '../catalogue/movement'
import { isStance, stanceAt, type StanceDial } from '../catalogue/stance'
import type { Side, Tag } from '../catalogue/words'
import type { Dials } from './dials'
import type { Arrival, Person } from './person'
import { judge } from './verdict'

/** Whose stance it is, and on which side they work. */
interface Standing {
  person: Person
  arrival?: Arrival | undefined
  side: Side
}

/** What only somebody who stands is asked. */
const OF_STANDING: ReadonlySet<Tag> = new Set(['unsupported-stance', 'single-leg-stance'])

/**
 * How far a dial of standing may be turned for somebody: to the last setting before one that is closed to them; where
 * it starts, while they are dizzy.
 *
 * @example
 * openUntil(rung('weight-shifts.standing.3'), { dial: 'eyes', from: 0, to: 3, step: 1, unit: '' }, { person: ann, side:
 * 'both' }, catalogue)
 * // 3
 */
export function openUntil(rung: Variation, range: DialRange, who: Standing, catalogue: Catalogue): number {
  const { dial, from, to } = range
  if (!isStance(dial)) return to
  if (who.arrival?.dizzy) return from
  const closed = closedOf(rung, who, catalogue)
  const way = Math.sign(to - from)
  for (let value = from; value !== to; value += way) {
    if (closedOf(asked(rung, dial, value + way), who, catalogue) > closed) return value
  }
  return to
}

/**
 * Dials as far as they are open to somebody today: one of standing goes back to the last setting that is.
 *
 * @example
 * withinOpen({ hold: 30 }, rung('bridge.floor.2'), { person: ann, side: 'both' }, catalogue) // { hold: 30 }
 */
export function withinOpen(dials: Dials, rung: Variation, who: Standing, catalogue: Catalogue): Dials {
  const open: Dials = { ...dials }
  for (const range of rung.dials) {
    const value = dials[range.dial]
    if (value === undefined || !isStance(range.dial)) continue
    const until = openUntil(rung, range, who, catalogue)
    open[range.dial] = range.to > range.from ? Math.min(value, until) : Math.max(value, until)
  }
  return open
}

function closedOf(rung: Variation, { person, arrival, side }: Standing, catalogue: Catalogue): number {
  return judge(rung, side, { person, arrival }, catalogue).blocks.length
}

/** A rung as it is with a setting, made once. */
const known = new WeakMap<Variation, Map<string, Variation>>()

function asked(rung: Variation, dial: StanceDial, value: number): Variation {
  const mine = known.get(rung) ?? new Map<string, Variation>()
  known.set(rung, mine)
  const key = `${dial} ${value}`
  const before = mine.get(key)
  if (before) return before
  const { asks, support = rung.support } = stanceAt(dial, value)
  const tags = asks.filter((tag) => rung.tier === 'standing' || !OF_STANDING.has(tag))
  const made = { ...rung, support, demands: [...rung.demands, ...tags.map((tag) => ({ tag, of: 'whole' as const }))] }
  mine.set(key, made)
  return made
}
