import type { Catalogue, Movement, Variation } from '../catalogue/catalogue'
import type { PropNeed } from '../catalogue/movement'
import type { Side } from '../catalogue/words'
import { isTwoSided } from '../time/workSeconds'
import { changeover, type ChangeoverMove, type Mover } from '../time/changeover'
import { moverOf } from './mover'
import type { OwnDose } from './ownDose'
import type { Arrival, Person } from './person'
import { judge } from './verdict'

/** The swing that goes with somebody’s hold, and how they get there from it. */
export interface Swing {
  variation: Variation
  /** The longer of the two ways, no longer than the pair gives for it. */
  seconds: number
  there: ChangeoverMove[]
  back: ChangeoverMove[]
}

/** A hold as somebody does it, and who they are. */
interface Held {
  movement: Movement
  variation: Variation
  side: Side
  person: Person
  arrival?: Arrival | undefined
}

/**
 * The swing partner of a hold: of its movement's swings the nearest that has a rung in the lane, no harder than the
 * hold, open, needing nothing that is not at hand, and reached in time; where somebody is already before anywhere else.
 *
 * @param held the hold's movement and rung
 * @param limits the seconds that the pair gives for getting there, how they change position, and what is open to them
 * @returns null where no swing can be done
 * @source a hold and then loose swings in the same direction: common practice, no source
 * @example
 * swingFor({ movement: kneeHug, variation: rung('knee-hug.bed.2') }, { withinSeconds: 4, mover: usualMover(clock),
 * isOpen: () => true }, catalogue)?.variation.id
 * // 'leg-swings.bed.1'
 */
export function swingFor(
  { movement, variation }: Pick<Held, 'movement' | 'variation'>,
  limits: { withinSeconds: number; mover: Mover; isOpen: (way: Variation) => boolean },
  { movements, graph, props }: Pick<Catalogue, 'movements' | 'graph' | 'props'>,
): Swing | null {
  const { tier, level, postureId } = variation
  const isAtHand = ({ prop, count }: PropNeed) =>
    props.get(prop)?.station === true || variation.props.some((held) => held.prop === prop && held.count >= count)
  for (const partner of movement.swings) {
    const rungs = (movements.get(partner)?.ladders[tier] ?? []).filter((rung) => rung.level <= level)
    const ways = rungs.toReversed().flatMap((rung) => [rung, ...rung.ways])
    const doable = ways.filter((way) => way.props.every(isAtHand) && limits.isOpen(way))
    const reached = doable.flatMap((way): Swing[] => {
      const there = changeover(graph, postureId, way.postureId, limits.mover)
      const back = changeover(graph, way.postureId, postureId, limits.mover)
      if (!there || !back) return []
      const seconds = Math.max(there.seconds, back.seconds)
      return seconds <= limits.withinSeconds ? [{ variation: way, seconds, there: there.moves, back: back.moves }] : []
    })
    // Where they are; else the nearest.
    const swing = reached.toSorted((a, b) => a.seconds - b.seconds)[0]
    if (swing) return swing
  }
  return null
}

/**
 * A pair as somebody does it: with its swing, or where no swing can be done, the hold alone.
 *
 * @example
 * withSwing({ dose: { kind: 'hold', seconds: 30 }, rounds: 1, restSeconds: 0, waits: null, limits: [] },
 * { movement: kneeHug, variation: rung('knee-hug.bed.2'), side: 'both', person: ann }, catalogue).swing
 * // null
 */
export function withSwing(own: OwnDose, held: Held, catalogue: Catalogue): { own: OwnDose; swing: Swing | null } {
  const { dose } = own
  if (dose.kind !== 'pair') return { own, swing: null }
  const { side, person, arrival } = held
  const isOpen = (way: Variation) =>
    !person.leftOut.some((row) => row.movement === way.movement && row.tier === way.tier) &&
    judge(way, isTwoSided(way.sides) ? side : 'both', { person, arrival }, catalogue).blocks.length === 0
  const within = (withinSeconds: number) =>
    swingFor(held, { withinSeconds, mover: moverOf(person, catalogue, arrival), isOpen }, catalogue)
  const swing = within(dose.there)
  if (swing) return { own, swing }
  const away = within(Infinity)?.seconds ?? null
  const limits: OwnDose['limits'] = [...own.limits, { kind: 'no-swing', seconds: dose.hold, away }]
  return { own: { ...own, dose: { kind: 'hold', seconds: dose.hold }, limits }, swing: null }
}
