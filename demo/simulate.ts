import type { Catalogue } from '../core/catalogue/catalogue'
import { bodySide } from '../core/lead/script'
import type { OutcomeEvent } from '../core/lead/outcome'
import { targetOf } from '../core/lead/target'
import type { Offer } from '../core/offer/offer'
import { offersFor } from '../core/offer/offerFor'
import { Arrival, type Person } from '../core/offer/person'
import { todayOf } from '../core/offer/today'
import type { Plan } from '../core/plan/plan'
import { blockToday } from '../core/reflect/blockToday'
import type { DatedOutcome } from '../core/reflect/datedOutcome'
import { reflectOn } from '../core/reflect/reflectOn'
import type { Step } from '../core/reflect/step'
import { settledLevel } from '../core/reflect/settle'
import { isTwoSided } from '../core/time/workSeconds'
import type { Random } from '../core/random'
import type { ScenarioPerson } from './scenario'

/** What happened at one simulated meeting. */
export interface SimulatedMeeting {
  arrivals: Map<string, Arrival>
  outcomes: OutcomeEvent[]
  decisions: { participant: string; decision: Step }[]
}

/** A simulated body: what can be done of each movement, in levels, and how it differs from side to side. */
export interface Body {
  person: Person
  hidden: ScenarioPerson
  capacity: Map<string, number>
}

const DAY_NOISE = 0.35
const LEARNS_A_MEETING = 0.08
const ABSENT = 0.08
const EFFORT_NOT_NOTED = 0.15

/** A body whose capacity varies from movement to movement around what the scenario says. */
export function bodyOf(person: Person, hidden: ScenarioPerson, catalogue: Catalogue, random: Random): Body {
  const capacity = new Map([...catalogue.movements.keys()].map((id) => [id, hidden.capacity + random.normal(0.4)]))
  return { person, hidden, capacity }
}

/**
 * Leads one meeting with simulated people: arrival, offers by the core, outcomes by capacity and the day's noise, and
 * the decisions that follow, which become the bodies' levels.
 *
 * @param past folded outcomes of earlier meetings, to which this one's are added, and the source of random numbers
 */
export function simulateMeeting(
  { meetingId, startsAt, plan }: { meetingId: string; startsAt: Date; plan: Plan },
  bodies: Body[],
  { history, random }: { history: DatedOutcome[]; random: Random },
  catalogue: Catalogue,
): SimulatedMeeting {
  const meeting: SimulatedMeeting = { arrivals: new Map(), outcomes: [], decisions: [] }
  const date = startsAt.toISOString().slice(0, 10)
  for (const body of bodies) {
    const { person } = body
    const arrival = arrivalOf(random)
    meeting.arrivals.set(person.id, arrival)
    if (!arrival.came) continue
    const own = outcomesIn({ startsAt, plan }, { body, arrival, random }, catalogue)
    meeting.outcomes.push(...own)
    history.push(...own.map((outcome) => ({ ...outcome, meetingId, date, arrivalPain: arrival.pain })))
    const outcomes = history.filter((outcome) => outcome.participant === person.id)
    for (const decision of reflectOn(meetingId, { person, outcomes, blockIn: blockToday(plan, person) }, catalogue)) {
      meeting.decisions.push({ participant: person.id, decision })
      Object.assign(person, settledLevel(person, decision, decision.fromLevel, date))
    }
  }
  return meeting
}

/** Somebody who came, on this day. */
interface Came {
  body: Body
  arrival: Arrival
  random: Random
}

function outcomesIn(
  { startsAt, plan }: { startsAt: Date; plan: Plan },
  came: Came,
  catalogue: Catalogue,
): OutcomeEvent[] {
  const { body, arrival } = came
  const { person } = body
  const today = todayOf(person, catalogue, arrival, { daysAway: 7 })
  return plan.blocks.flatMap((block, index) => {
    const movement = catalogue.movements.get(block.movement)
    if (!movement) return []
    const asked = { movement, dose: block.dose, rounds: block.rounds, restSeconds: block.restSeconds }
    const at = startsAt.getTime() + (5 + index * 5) * 60_000
    return offersFor(asked, { person, today, catalogue, arrival }).flatMap((offer) =>
      outcomesOf(offer, block, came, at),
    )
  })
}

function arrivalOf(random: Random): Arrival {
  const came = random.next() > ABSENT
  return Arrival.parse({
    came,
    pain: came ? Math.max(0, Math.round(1 + random.normal(1.1))) : null,
    tired: came && random.next() < 0.06,
  })
}

function outcomesOf(
  offer: Offer,
  block: Plan['blocks'][number],
  { body, arrival, random }: Came,
  at: number,
): OutcomeEvent[] {
  if (!offer.variation || !offer.movement) return []
  const { variation, movement } = offer
  const bothApart = isTwoSided(variation.sides) && offer.side === 'both'
  const sides = bothApart ? [bodySide('first', 'left'), bodySide('second', 'left')] : [offer.side]
  return sides.map((side): OutcomeEvent => {
    const weaker = body.hidden.weaker !== undefined && side === body.hidden.weaker ? 0.7 : 0
    const capacity = (body.capacity.get(movement) ?? 2) - weaker
    body.capacity.set(movement, (body.capacity.get(movement) ?? 2) + LEARNS_A_MEETING / sides.length)
    const margin = capacity + random.normal(DAY_NOISE) - variation.level
    const { amount, unit } = targetOf(offer.own.dose)
    const reached = margin >= 0
    const slipsWhen = margin < 0.1 ? 0.35 : 0.04
    const slips = offer.kind === 'breath' ? 0 : slipsWhen
    const achieved = reached ? amount : Math.max(1, Math.round(amount * Math.max(0.2, 1 + 0.6 * margin)))
    return {
      id: random.uuid(),
      at,
      blockId: block.id,
      participant: body.person.id,
      movement,
      tier: offer.tier,
      side,
      variation: variation.id,
      level: variation.level,
      dials: offer.dials,
      own: { dose: offer.own.dose, rounds: offer.own.rounds },
      done: reached ? 'done' : 'partly',
      target: amount,
      achieved,
      unit,
      effort:
        random.next() < EFFORT_NOT_NOTED
          ? null
          : Math.max(0, Math.min(10, Math.round(4.5 - 2.2 * margin + random.normal(0.6)))),
      pain: margin < -0.8 ? Math.min(10, (arrival.pain ?? 0) + 1) : null,
      painKind: margin < -0.8 ? 'pull' : null,
      form: random.next() < slips ? 'slipped' : 'clean',
      cheat: '',
      painWhere: '',
      support: null,
      why: null,
      isGroup: false,
      feel: null,
      evenness: null,
      takesBack: null,
      device: '',
      note: '',
      clears: [],
    }
  })
}
