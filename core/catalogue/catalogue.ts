import { z } from 'zod'
import { Consideration } from './consideration'
import { PostureFigure } from './figure'
import { DialBound, MovementEntry, type VariationEntry } from './movement'
import { PostureGraph, type Posture } from './posture'
import { Prop, School } from './school'
import { TIERS, type SidePolicy, type Tier } from './words'

/** A rung with its place: what the rest of the core works with. */
export interface Variation extends VariationEntry {
  id: string
  movement: string
  tier: Tier
  /** The posture's full id, `tier/posture`. */
  postureId: string
  sides: SidePolicy
}

export interface Movement extends Omit<MovementEntry, 'tiers'> {
  ladders: Partial<Record<Tier, Variation[]>>
  standIns: Partial<Record<Tier, string>>
}

export interface Catalogue {
  movements: Map<string, Movement>
  variations: Map<string, Variation>
  postures: Map<string, Posture>
  graph: PostureGraph
  considerations: Map<string, Consideration>
  schools: Map<string, School>
  props: Map<string, Prop>
  /** By posture id. */
  figures: Map<string, PostureFigure>
  ownFigures: Set<string>
}

/** Everything under `catalogue/`, parsed but not yet linked: plain data that can cross a wire. */
export const CatalogueData = z.object({
  movements: z.array(MovementEntry),
  graph: PostureGraph,
  considerations: z.array(Consideration),
  schools: z.array(School),
  props: z.array(Prop),
  figures: z.array(PostureFigure),
  dials: z.array(DialBound),
  /** Ids of a practice's own variations, whose figures are not among the shipped files. */
  ownFigures: z.array(z.string()).default([]),
})
export type CatalogueData = z.infer<typeof CatalogueData>

/** A catalogue entry that cannot be used, with the file, the place in it and the reason. */
export class CatalogueError extends Error {
  override name = 'CatalogueError'
  constructor(readonly problems: string[]) {
    super(`The catalogue has ${problems.length} ${problems.length === 1 ? 'problem' : 'problems'}:\n${problems.join('\n')}`)
  }
}

/**
 * Links parsed data into look-ups by id.
 *
 * @param data what `parseCatalogue` returns, or the same after a trip over a wire
 * @returns movements with their ladders, all variations, postures, considerations, schools and props by id
 */
export function linkCatalogue(data: CatalogueData): Catalogue {
  const movements = data.movements.map(linkMovement)
  return {
    movements: byId(movements),
    variations: byId(movements.flatMap((movement) => TIERS.flatMap((tier) => movement.ladders[tier] ?? []))),
    postures: byId(data.graph.postures),
    graph: data.graph,
    considerations: byId(data.considerations),
    schools: byId(data.schools),
    props: byId(data.props),
    figures: new Map(data.figures.map((figure) => [figure.posture, figure])),
    ownFigures: new Set(data.ownFigures),
  }
}

function linkMovement(entry: MovementEntry): Movement {
  const { tiers, ...rest } = entry
  const movement: Movement = { ...rest, ladders: {}, standIns: {} }
  for (const tier of TIERS) {
    const answer = tiers[tier]
    if ('standIn' in answer) movement.standIns[tier] = answer.standIn
    else movement.ladders[tier] = answer.ladder.map((rung) => linkVariation(entry, tier, rung))
  }
  return movement
}

function linkVariation(movement: MovementEntry, tier: Tier, rung: VariationEntry): Variation {
  return {
    ...rung,
    id: `${movement.id}.${tier}.${rung.level}`,
    movement: movement.id,
    tier,
    postureId: `${tier}/${rung.posture}`,
    sides: rung.sides ?? movement.sides,
  }
}

function byId<T extends { id: string }>(items: T[]): Map<string, T> {
  return new Map(items.map((item) => [item.id, item]))
}
