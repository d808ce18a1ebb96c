import type { Catalogue, Variation } from '../catalogue/catalogue'
import type { VariationTexts } from '../catalogue/movement'
import { TIERS, type Tier } from '../catalogue/words'
import type { Circle } from '../circle/circle'
import type { Person } from '../offer/person'
import { chainPartWords } from '../plan/chain'
import { blockIn, type Block, type Plan } from '../plan/plan'
import { riderOf, type RiderToday } from '../plan/riders'
import { timelineOf, type Timeline } from '../plan/timeline'
import type { ClassEvent } from './classEvent'
import { changesOfPeople, hasBegun, planAsLed, startedScript } from './clock'
import type { SideWords } from './cueWords'
import type { Manner } from './blockVoice'
import { cuesOf, heardIn } from './cues'
import type { Cue } from './speaking'
import { expectedIn, presentIn, type KnownOfMeeting } from './expectedIn'
import type { LaneDoing } from './laneNow'
import { laneMoves, type LaneMove } from './moveAt'
import { mostDone } from './mostDone'
import { laneSwing, type LaneSwing } from './pairAt'
import { scriptOf } from './script'
import { habitIn, sidesToday } from './sidesToday'

/**
 * A class as it may be shown to a room: no health facts, nobody's own level or dose, no pain, and
 * nobody's full name. Of a lane what most of it do is shown, with its rung.
 */
export interface ShownClass {
  title: string
  sides: SideWords
  blocks: ShownBlock[]
  /** By block and tier: what is done in the lane, the easiest first, and the way into it. */
  lanes: Record<string, Partial<Record<Tier, ShownLane>>>
  /** By tier, how they get back to where they began. */
  homeward: Partial<Record<Tier, LaneMove[]>>
  /** The clock as it is read; nothing that was said of people. */
  events: ClassEvent[]
  /** What one voice says to all lanes. */
  cues: Cue[]
  /** Those who take part, by a name of the screen's own. */
  people: ShownPerson[]
}
export interface ShownBlock extends Pick<Plan['blocks'][number], 'id' | 'movement' | 'dose' | 'rounds'> {
  /** Which part of its chain it is, in words; empty: it stands by itself. */
  part: string
}
export interface ShownLane {
  /** Ids. */
  variations: string[]
  /** What most of the lane do; null: they breathe. */
  main: string | null
  /** Where that is felt and where it is not; null where nothing is said of it. */
  felt: Pick<VariationTexts, 'feel' | 'notFeel'> | null
  moves: LaneMove[]
  /** What it does for how long, in stretches of its own. */
  doing: LaneDoing
  /** The swing that goes with the hold of what most do, by its id; null where it is no pair. */
  swing: LaneSwing<string> | null
}
export interface ShownPerson {
  key: string
  /** The first name; empty where none are shown. */
  name: string
  tier: Tier
}

interface Known extends KnownOfMeeting {
  circle: Pick<Circle, 'sideHabit' | 'startSide' | 'helpers'> & Partial<Manner>
  classEvents: readonly ClassEvent[]
  met: readonly string[]
  before: number
  meeting: { startsAt: string; plan: Plan }
}

/** What a class is shown with. */
interface Shown {
  catalogue: Catalogue
  textsOf: (variation: Variation) => VariationTexts | undefined
  withNames: boolean
  /** Whose own lane alone is shown, as they do it, with nobody beside them; left out: all lanes are. */
  own?: string | null
}

/**
 * Who takes part in a class, in what, and how it runs in time.
 *
 * @example
 * takingPart({ people: [ann], arrivals: {}, lastCame: {}, gaps: {}, handChoices: [], classEvents: [], met: [],
 * meeting: { startsAt: '2026-11-25T10:00:00Z', plan } }, catalogue).riders.length
 * // 1
 */
export function takingPart(
  known: Omit<Known, 'circle' | 'before'>,
  catalogue: Catalogue,
): { plan: Plan; riders: RiderToday[]; timeline: Timeline } {
  const plan = planAsLed(known.meeting.plan, known.classEvents)
  const { tiers, left } = changesOfPeople(known.classEvents)
  const riders = presentIn(known)
    .map(({ id }) => riderOf(expectedIn(known, id, tiers.get(id)), plan, catalogue))
    .filter((rider) => rider.today.takesPart && !left.has(rider.id))
  return { plan, riders, timeline: timelineOf(plan, riders, new Set(known.met), catalogue) }
}

/**
 * What a screen in the room shows of a class.
 *
 * @example
 * shownClass({ people: [ann], arrivals: {}, lastCame: {}, gaps: {}, handChoices: [], classEvents: [], met: [],
 * before: 0, circle, meeting: { startsAt: '2026-11-25T10:00:00Z', plan } },
 * { catalogue, textsOf: () => undefined, withNames: true }).people
 * // [{ key: 'p1', name: 'Ann', tier: 'chair' }]
 */
export function shownClass(known: Known, shown: Shown): ShownClass {
  const { catalogue, textsOf, withNames, own = null } = shown
  const { plan, riders, timeline } = takingPart(known, catalogue)
  const seen = own === null ? riders : riders.filter(({ id }) => id === own)
  const { before } = known
  const sides = sidesToday(habitIn(known.circle, plan), before)
  const steps = hasBegun(known.classEvents) ? startedScript(known.classEvents) : scriptOf(timeline)
  const voiced = { plan, timeline, riders, circle: { ...known.circle, ...sides }, before, catalogue, textsOf }
  const cues = cuesOf(steps, voiced)
  return {
    title: plan.title,
    sides,
    blocks: plan.blocks.map(({ id, movement, dose, rounds }) => ({
      ...{ id, movement, dose, rounds },
      part: chainPartWords(plan.blocks, id),
    })),
    lanes: Object.fromEntries(
      plan.blocks.map((block, at) => [block.id, lanesAt({ block, at }, seen, { timeline, shown })]),
    ),
    homeward: ofThose(homewardIn(timeline), seen),
    events: shownEvents(known.classEvents),
    cues: own === null ? cues : seen.flatMap(({ tier }) => heardIn(tier, cues)),
    people: seen.map(({ id, tier }) => ({
      key: keyIn(known.people, id),
      name: withNames ? firstNameIn(known.people, id) : '',
      tier,
    })),
  }
}

/**
 * How the lanes that somebody is in get back to where they began.
 *
 * @example
 * Object.keys(homewardIn(timeline)) // ['chair', 'floor']
 */
export function homewardIn({ homeward }: Pick<Timeline, 'homeward'>): ShownClass['homeward'] {
  return Object.fromEntries(
    TIERS.flatMap((tier) => {
      const moves = homeward[tier]
      return moves === null ? [] : [[tier, laneMoves(moves)]]
    }),
  )
}

/**
 * What a screen calls somebody of a meeting.
 *
 * @example
 * keyIn([ann, bo], 'bo') // 'p2'
 */
export function keyIn(people: readonly Pick<Person, 'id'>[], id: string): string {
  return `p${people.findIndex((person) => person.id === id) + 1}`
}

function firstNameIn(people: readonly Pick<Person, 'id' | 'name'>[], id: string): string {
  return people.find((person) => person.id === id)?.name.split(' ')[0] ?? ''
}

/** Of what is told by tiers, those that somebody of these is in. */
function ofThose<T>(byTier: Partial<Record<Tier, T>>, riders: readonly RiderToday[]): Partial<Record<Tier, T>> {
  const isSeen = (tier: string) => riders.some((rider) => rider.tier === tier)
  return Object.fromEntries(Object.entries(byTier).filter(([tier]) => isSeen(tier)))
}

function lanesAt(
  { block, at }: { block: Block; at: number },
  riders: readonly RiderToday[],
  { timeline, shown: { textsOf, catalogue, own = null } }: { shown: Shown; timeline: Timeline },
): ShownClass['lanes'][string] {
  const lanes: ShownClass['lanes'][string] = {}
  for (const tier of TIERS) {
    const lane = timeline.blocks[at]?.lanes[tier]
    if (!lane || (own !== null && !riders.some((rider) => rider.tier === tier))) continue
    const offers = riders.filter((rider) => rider.tier === tier).flatMap((rider) => rider.offers[at] ?? [])
    const done = offers.flatMap(({ variation }) => variation ?? [])
    const variations = [...new Set(done.toSorted((a, b) => a.level - b.level))]
    const { variation: main, swing = null } = mostDone(offers) ?? {}
    const texts = main && textsOf(main)
    const { movement, dose } = blockIn(block, tier)
    lanes[tier] = {
      variations: variations.map(({ id }) => id),
      main: main?.id ?? null,
      felt: texts ? { feel: texts.feel, notFeel: texts.notFeel } : null,
      moves: laneMoves(lane.moves),
      doing: { dose, sides: catalogue.movements.get(movement)?.sides ?? 'both', parts: lane.parts },
      swing: swing && { ...laneSwing(swing), variation: swing.variation.id },
    }
  }
  return lanes
}

/**
 * What is pressed on the clock; of people, and of why, nothing.
 *
 * @example
 * shownEvents([{ id: 'e', at: 0, event: 'leave', participant: 'ann', why: 'Dizzy' }]) // []
 */
export function shownEvents(events: readonly ClassEvent[]): ClassEvent[] {
  return events.flatMap((event): ClassEvent[] => {
    if (event.event === 'tier' || event.event === 'leave' || event.event === 'return') return []
    return [event.event === 'change' ? { ...event, why: '' } : event]
  })
}
