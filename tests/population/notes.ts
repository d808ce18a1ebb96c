import type { Movement } from '../../core/catalogue/catalogue'
import type { Side } from '../../core/catalogue/words'
import { targetOf } from '../../core/lead/target'
import type { Offer } from '../../core/offer/offer'
import type { Arrival } from '../../core/offer/person'
import type { Random } from '../../core/random'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import type { Body } from './bodies'

/** How much an instructor notes, as shares of all blocks; what was not noted stays empty. */
export interface Noting {
  effort: number
  form: number
  /** Both sides of a movement that has two. */
  sides: number
  /** Meetings of which nothing is noted at all. */
  nothing: number
  /** Notes that say something else than what happened. */
  wrong: number
  /** Whether what is asked is noted next time. */
  answers: number
}

export const PATCHY: Noting = { effort: 0.4, form: 0.5, sides: 0.7, nothing: 0.1, wrong: 0.02, answers: 0.8 }
export const GOOD: Noting = { effort: 0.85, form: 0.9, sides: 0.97, nothing: 0.02, wrong: 0.02, answers: 0.95 }
export const UNANSWERED: Noting = { ...PATCHY, answers: 0 }

/** How a rung feels at exactly what a body can do, and how fast that falls with what is left over. */
const EFFORT_AT_CAPACITY = 5.5
const EFFORT_A_LEVEL = 2.3

/** What happened in one block on one side. */
export interface Happened {
  movement: Movement
  offer: Offer
  side: Side
  /** Capacity that was left over, levels. */
  margin: number
  arrival: Arrival
}

/** What is noted of it. */
export function noteOf(
  body: Body,
  { movement, offer, side, margin, arrival }: Happened,
  { noting, isAsked, random }: { noting: Noting; isAsked: boolean; random: Random },
): Omit<DatedOutcome, 'meetingId' | 'date' | 'arrivalPain' | 'id' | 'at'> {
  const variation = offer.variation!
  const { amount, unit } = targetOf(offer.own.dose)
  const isWrong = random.next() < noting.wrong
  const share = margin >= 0 ? 1 : Math.max(0, 1 + 0.55 * margin)
  const reached = isWrong && random.next() < 0.5 ? 1 : share
  const wants = (of: number) => random.next() < (isAsked ? Math.max(of, noting.answers) : of)
  const { pain, painKind } = painOf(body, margin, arrival, random)
  const isClean = random.next() >= (margin < 0.2 ? 0.5 : 0.05)
  const said = isClean === isWrong ? 'slipped' : 'clean'
  return {
    blockId: movement.id,
    participant: body.person.id,
    movement: variation.movement,
    tier: offer.tier,
    side,
    variation: variation.id,
    level: variation.level,
    dials: offer.dials,
    own: { dose: offer.own.dose, rounds: offer.own.rounds },
    done: reached >= 1 ? 'done' : 'partly',
    target: amount,
    achieved: Math.floor(amount * reached),
    unit,
    effort: wants(noting.effort) ? effortOf(body, margin, isWrong, random) : null,
    pain: random.next() < (pain > 2 ? 0.8 : 0.3) ? pain : null,
    painKind,
    form: wants(noting.form) ? said : null,
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
}

function effortOf({ reporter }: Body, margin: number, isWrong: boolean, random: Random): number {
  if (isWrong) return Math.floor(11 * random.next())
  if (reporter === 'always-3') return 3
  const bias = { plain: 0, under: -1.6, over: 1.6, 'hides-pain': -0.6, 'fears-pain': 1 }[reporter]
  return tenths(EFFORT_AT_CAPACITY - EFFORT_A_LEVEL * margin + bias + random.normal(0.8))
}

function painOf(body: Body, margin: number, arrival: Arrival, random: Random) {
  const rise = margin < -0.5 ? 2.5 * (-margin - 0.3) : 0
  const felt = (arrival.pain ?? body.aches) + rise + random.normal(0.5)
  const said = { 'hides-pain': -2, 'fears-pain': 1 }[body.reporter as string] ?? 0
  const pain = tenths(felt + (rise > 0 || said > 0 ? said : 0))
  const isSharp = margin < -1.2 && random.next() < (body.reporter === 'hides-pain' ? 0.1 : 0.3)
  const usual = pain > body.aches + 1 ? ('pinch' as const) : null
  return { pain, painKind: isSharp ? ('sharp' as const) : usual }
}

function tenths(points: number): number {
  return Math.max(0, Math.min(10, Math.round(points)))
}
