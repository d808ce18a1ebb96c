import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import { TIERS, type Side, type Tier, tagWords } from '../catalogue/words'
import { grouped } from '../grouped'
import { isTwoSided } from '../time/workSeconds'
import { limitWords, type Limit } from './limit'
import type { Person } from './person'
import { standInsFor } from './standIn'
import { judge } from './verdict'

/** A movement in a tier as it is open to somebody, whatever level they have. */
export interface OpenMovement {
  movement: Movement
  /** The highest rung that is open on some side; null: none is. */
  highest: Variation | null
  /** The sides on which it is. */
  sides: 'both' | 'left' | 'right' | null
  /** What stands in where nothing is open; null: breath. */
  standIn: Movement | null
  /** What closes the nearest rung that is closed, each once; empty: nothing is closed. */
  closedBy: string[]
  /** What would open that rung, the nearest thing. */
  opensWith: string
}

/**
 * What is open to somebody, movement by tier, with what closes the rest and the nearest thing that would open it.
 *
 * @returns one list a tier that they have access to
 * @example
 * openTo(ann, catalogue).map(({ tier }) => tier) // ['bed', 'chair', 'standing', 'floor']
 */
export function openTo(person: Person, catalogue: Catalogue): { tier: Tier; movements: OpenMovement[] }[] {
  return TIERS.filter((tier) => person.access[tier] !== 'no').map((tier) => ({
    tier,
    movements: [...catalogue.movements.values()].flatMap((movement) => {
      const ladder = movement.ladders[tier]
      return ladder ? [openMovement(movement, ladder, { person, catalogue })] : []
    }),
  }))
}

interface Who {
  person: Person
  catalogue: Catalogue
}

function openMovement(movement: Movement, ladder: readonly Variation[], who: Who): OpenMovement {
  const judged = ladder.map((rung) => ({ rung, ...judgedOn(rung, who) }))
  const highest = judged.findLast(({ sides }) => sides !== null)
  const nearest = judged
    .filter(({ sides }) => sides !== 'both')
    .toSorted((a, b) => a.limits.length - b.limits.length || a.rung.level - b.rung.level)[0]
  const [tier] = ladder.map((rung) => rung.tier)
  return {
    movement,
    highest: highest?.rung ?? null,
    sides: highest?.sides ?? null,
    standIn: highest || !tier ? null : openStandIn(movement, tier, who),
    closedBy: nearest ? closedWords(nearest.limits) : [],
    opensWith: nearest?.limits[0] ? opensWith(nearest.limits[0], who.catalogue) : '',
  }
}

/** What closes a rung, each health fact named once with all that it closes. */
function closedWords(limits: readonly Limit[]): string[] {
  const byName = grouped(limits, (limit) =>
    limit.kind === 'consideration' ? `${limit.name}${limit.side === 'both' ? '' : ` (${limit.side})`}` : '',
  )
  return [...byName].flatMap(([name, own]) => {
    if (name === '') return [...new Set(own.map(limitWords))]
    const tags = own.flatMap((limit) => (limit.kind === 'consideration' ? [tagWords(limit.tag)] : []))
    return [`${name}: ${[...new Set(tags)].join(', ')}`]
  })
}

/** On which sides a rung or one of its ways is open, and what closes it on the other. */
function judgedOn(rung: Variation, { person, catalogue }: Who): { sides: OpenMovement['sides']; limits: Limit[] } {
  const sides: Side[] = isTwoSided(rung.sides) ? ['left', 'right'] : ['both']
  const closed = sides.map((side) => {
    const ways = [rung, ...rung.ways].map((way) => judge(way, side, { person }, catalogue).blocks)
    return ways.some((blocks) => blocks.length === 0) ? [] : (ways[0] ?? [])
  })
  const open = sides.filter((_, at) => closed[at]?.length === 0)
  const isWhole = open.length === sides.length
  return { sides: isWhole ? 'both' : (open[0] ?? null), limits: closed.flat() }
}

function openStandIn(movement: Movement, tier: Tier, { person, catalogue }: Who): Movement | null {
  const found = standInsFor(movement, tier, catalogue).find(
    ({ movement: other, tier: there }) =>
      (there === tier || person.access[there] !== 'no') &&
      other.ladders[there]?.some((rung) => judge(rung, 'both', { person }, catalogue).blocks.length === 0),
  )
  return found?.movement ?? null
}

/** The nearest thing that would open what a limit closes. */
function opensWith(limit: Limit, { considerations }: Catalogue): string {
  switch (limit.kind) {
    case 'consideration': {
      const row = considerations.get(limit.id)
      const [gate] = row?.endsWith ?? []
      if (gate) return `${gate.measure.replaceAll('-', ' ')} held for ${gate.atLeast} s`
      if (row?.holdsFor === 'unscreened') return 'a screening'
      return `${tagWords(limit.tag)} cleared by whoever treats them`
    }
    case 'range':
      return `${limit.range.replaceAll('-', ' ')} measured at ${limit.askedDeg}°: ${limit.usableDeg}° may be used now`
    case 'no-way':
      return 'a safe way into the posture'
    case 'dizzy':
      return 'a day without dizziness'
    case 'unknown-consideration':
    case 'unloaded':
      return ''
  }
}

/**
 * How many movements of a tier are open, by how: on their own rung, by something that stands in, or not.
 *
 * @example
 * countedOpen([{ highest: null, standIn: null }]) // { own: 0, standIn: 0, breath: 1 }
 */
export function countedOpen(
  movements: readonly Pick<OpenMovement, 'highest' | 'standIn'>[],
): Record<'own' | 'standIn' | 'breath', number> {
  const counts = { own: 0, standIn: 0, breath: 0 }
  const kindOf = ({ highest, standIn }: Pick<OpenMovement, 'highest' | 'standIn'>) => {
    if (highest) return 'own'
    return standIn ? 'standIn' : 'breath'
  }
  for (const movement of movements) counts[kindOf(movement)] += 1
  return counts
}
