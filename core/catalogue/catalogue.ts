import { joined } from '../sentence'
import { z } from 'zod'
import { Aim } from './aim'
import { ReadyChain } from './chain'
import { Consideration } from './consideration'
import { PostureFigure } from './figure'
import { Clock } from './clock'
import { Interview } from './interview'
import { Judgement } from './judgement'
import { Measure, TierGate } from './measure'
import { DialBound, MovementEntry, MovementSummary, type VariationSummary } from './movement'
import { PostureGraph, type Posture } from './posture'
import { Falls } from './falls'
import { Habits } from './habits'
import { RedFlags } from './redFlags'
import { Prop, School } from './school'
import { Stations } from './station'
import { Task } from './task'
import { TIERS, type Level, type SidePolicy, type Strand, type Tier } from './words'

/** A rung with its place: what the rest of the core works with. */
export interface Variation extends Omit<VariationSummary, 'ways' | 'strand'> {
  id: string
  movement: string
  tier: Tier
  /** The posture's full id, `tier/posture`. */
  postureId: string
  sides: SidePolicy
  /** The line of defence that it trains or prepares; null: none. */
  strand: Strand | null
  /** Other ways of doing it, the nearest first; a way has none. */
  ways: Variation[]
}

export interface Movement extends Omit<MovementSummary, 'tiers'> {
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
  measures: Map<string, Measure>
  tasks: Map<string, Task>
  gates: TierGate[]
  interview: Interview
  aims: Aim[]
  chains: ReadyChain[]
  clock: Clock
  judgement: Judgement
  stations: Stations
  redFlags: RedFlags
  falls: Falls
  habits: Habits
  /** By posture id. */
  figures: Map<string, PostureFigure>
  ownFigures: Set<string>
}

const Around = z.object({
  graph: PostureGraph,
  considerations: z.array(Consideration),
  schools: z.array(School),
  props: z.array(Prop),
  figures: z.array(PostureFigure),
  dials: z.array(DialBound),
  measures: z.array(Measure),
  tasks: z.array(Task),
  gates: z.array(TierGate),
  interview: Interview,
  aims: z.array(Aim),
  chains: z.array(ReadyChain),
  clock: Clock,
  judgement: Judgement,
  stations: Stations,
  redFlags: RedFlags,
  falls: Falls,
  habits: Habits,
  /** Ids of a practice's own variations, whose figures are not among the shipped files. */
  ownFigures: z.array(z.string()).default([]),
})

/** Everything under `catalogue/`, parsed: plain data. */
export const CatalogueData = z.object({ ...Around.shape, movements: z.array(MovementEntry) })
export type CatalogueData = z.infer<typeof CatalogueData>

/** The same without words and poses: what a browser loads first, and all that plans, offers and times compute with. */
export const CatalogueIndex = z.object({ ...Around.shape, movements: z.array(MovementSummary) })
export type CatalogueIndex = z.infer<typeof CatalogueIndex>

/** What is wrong with a catalogue entry, and where. */
export interface CatalogueProblem {
  /** The file, or the id of the movement or variation. */
  file: string
  /** The place in it, with dots; empty: the whole of it. */
  path: string
  message: string
  /** The movement that it is about, where it is about one. */
  movement?: string
}

/** A catalogue entry that cannot be used, with the file, the place in it and the reason. */
export class CatalogueError extends Error {
  override name = 'CatalogueError'
  constructor(readonly problems: readonly CatalogueProblem[]) {
    const lines = problems.map(problemWords)
    super(`The catalogue has ${lines.length} ${lines.length === 1 ? 'problem' : 'problems'}:\n${lines.join('\n')}`)
  }

  /** The first message of every place. */
  byPath(): Record<string, string> {
    const fields: Record<string, string> = {}
    for (const { path, message } of this.problems) fields[path] ??= message
    return fields
  }
}

/**
 * A problem as one line: file, place, reason.
 *
 * @example
 * problemWords({ file: 'props.yaml', path: '0.name', message: 'A name is needed.' })
 * // 'props.yaml: 0.name: A name is needed.'
 */
export function problemWords({ file, path, message }: CatalogueProblem): string {
  return joined([file, path, message], ': ')
}

/**
 * Links the index into look-ups by id.
 *
 * @param data what `indexOf` returns, or the same after a trip over a wire
 * @returns movements with their ladders, all variations, postures, considerations, schools and props by id
 * @example
 * linkCatalogue(indexOf(data)).movements.get('bridge').name // 'Bridge'
 */
export function linkCatalogue(data: CatalogueIndex): Catalogue {
  const movements = data.movements.map(linkMovement)
  return {
    movements: byId(movements),
    variations: byId(
      movements.flatMap((movement) =>
        TIERS.flatMap((tier) => (movement.ladders[tier] ?? []).flatMap((rung) => [rung, ...rung.ways])),
      ),
    ),
    postures: byId(data.graph.postures),
    graph: data.graph,
    considerations: byId(data.considerations),
    schools: byId(data.schools),
    props: byId(data.props),
    measures: byId(data.measures),
    tasks: byId(data.tasks),
    gates: data.gates,
    interview: data.interview,
    aims: data.aims,
    chains: data.chains,
    clock: data.clock,
    judgement: data.judgement,
    stations: data.stations,
    redFlags: data.redFlags,
    falls: data.falls,
    habits: data.habits,
    figures: new Map(data.figures.map((figure) => [figure.posture, figure])),
    ownFigures: new Set(data.ownFigures),
  }
}

function linkMovement(entry: MovementSummary): Movement {
  const { tiers, ...rest } = entry
  const movement: Movement = { ...rest, ladders: {}, standIns: {} }
  for (const tier of TIERS) {
    const answer = tiers[tier]
    if ('standIn' in answer) movement.standIns[tier] = answer.standIn
    else movement.ladders[tier] = answer.ladder.map((rung) => linkVariation(entry, tier, rung))
  }
  return movement
}

function linkVariation(movement: MovementSummary, tier: Tier, rung: VariationSummary): Variation {
  const variation: Variation = {
    ...rung,
    id: variationId(movement.id, tier, rung.level),
    movement: movement.id,
    tier,
    postureId: `${tier}/${rung.posture}`,
    sides: rung.sides ?? movement.sides,
    strand: rung.strand ?? movement.strand ?? null,
    ways: [],
  }
  variation.ways = rung.ways.map((way) => ({
    ...variation,
    ...definedIn(way),
    id: wayId(variation.id, way.id),
    name: wayName(variation.name, way.id),
    postureId: `${tier}/${way.posture}`,
    ways: [],
  }))
  return variation
}

/** What a way says of itself; the rest is its rung's. */
function definedIn({ id: _id, ...way }: VariationSummary['ways'][number]): Partial<Variation> {
  return Object.fromEntries(Object.entries(way).filter(([, value]) => value !== undefined))
}

/**
 * A rung's name with how it is done otherwise.
 *
 * @example
 * wayName('Heel slide', 'propped') // 'Heel slide, propped'
 */
export function wayName(name: string, way: string): string {
  return `${name}, ${way.replaceAll('-', ' ')}`
}

/**
 * The id of another way of a variation.
 *
 * @example
 * wayId('knee-hug.bed.2', 'propped') // 'knee-hug.bed.2.propped'
 */
export function wayId(variation: string, way: string): string {
  return `${variation}.${way}`
}

/**
 * A variation's id: its movement, tier and level.
 *
 * @example
 * variationId('bridge', 'floor', 2) // 'bridge.floor.2'
 */
export function variationId(movement: string, tier: Tier, level: Level): string {
  return `${movement}.${tier}.${level}`
}

function byId<T extends { id: string }>(items: T[]): Map<string, T> {
  return new Map(items.map((item) => [item.id, item]))
}
