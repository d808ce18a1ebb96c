import { adjustments } from '../catalogue/consideration'
import type { Catalogue } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import { hasWayInto, moverOf } from './mover'
import { factsOf } from './facts'
import type { Arrival, Person } from './person'
import { inOrderOfWeight, type Reason, type ReasonKind } from './reason'

/** What holds for a person all through today's meeting, before any block is looked at. */
export interface Today {
  tier: Tier
  /** Levels to take off, 0–2. */
  easierBy: number
  /** Highest level whatever is stored; 5: no limit. */
  levelAtMost: number
  breathOnly: boolean
  takesPart: boolean
  reasons: Reason[]
  /** What whoever leads keeps an eye on with this person, in every block. */
  watch: string[]
  /** The meeting's year, for ages; null: ages are not looked at. */
  year: number | null
}

/** When today is, for this person. */
export interface When {
  /** Days since the last meeting that the person came to; null: never been. */
  daysAway: number | null
  year: number | null
  /** Days since the last screening; null or left out: never. */
  screenedDaysAgo?: number | null
}

/**
 * Settles tier, easing and taking part for today.
 *
 * Arrival pain of 4 or more and above the usual, soreness and tiredness ease by one level each, two at most.
 * Dizzy: bed or chair. Ill, or pain of 7 and more: not today. Away 21–55 days: one level easier; from 56: level 2 at
 * most.
 *
 * @source `judgement.yaml`: ours, from common practice
 * @example
 * todayOf(ann, catalogue, { ...USUAL_ARRIVAL, came: true, tired: true }, usual).easierBy // 1
 */
export function todayOf(person: Person, catalogue: Catalogue, arrival: Arrival, when: When): Today {
  const home = person.visiting ?? person.homeTier
  const rules: Reason[] = [
    ...uncleared(person, catalogue),
    ...news(arrival, when),
    ...(arrival.ill ? [{ kind: 'ill' } as const] : []),
    ...pain(arrival, catalogue),
    ...(arrival.sore ? [{ kind: 'sore' } as const] : []),
    ...(arrival.tired ? [{ kind: 'tired' } as const] : []),
    ...away(when, catalogue),
    ...visit(person, home),
  ]
  const tier = tierToday(person, arrival, home, catalogue)
  const reasons = tier === home ? rules : [...rules, elsewhere(person, arrival, home, tier)]
  const easings = reasons.filter(({ kind }) => EASES_A_LEVEL.has(kind)).length
  const caps = reasons.flatMap((reason) =>
    'levelAtMost' in reason && reason.kind !== 'visit' ? reason.levelAtMost : [],
  )
  return {
    tier,
    easierBy: Math.min(easings, catalogue.judgement.easing.levelsAtMost),
    levelAtMost: Math.min(5, ...caps),
    breathOnly: reasons.some(({ kind }) => kind === 'not-cleared' || kind === 'news'),
    takesPart: !reasons.some(({ kind }) => STOPS.has(kind)),
    reasons: inOrderOfWeight(reasons),
    watch: watchWords(person, catalogue),
    year: when.year,
  }
}

const STOPS: ReadonlySet<ReasonKind> = new Set(['red-flag', 'red-flag-at-door', 'ill', 'pain-stops'])
const EASES_A_LEVEL: ReadonlySet<ReasonKind> = new Set(['pain-eases', 'sore', 'tired', 'away'])

/** Considerations that keep somebody out, or to breath until they are cleared. */
function uncleared(person: Person, catalogue: Catalogue): Reason[] {
  return factsOf(person, catalogue).flatMap(({ row, own }): Reason[] => {
    if (row.redFlag) return [{ kind: 'red-flag', name: row.name }]
    return row.breathOnly && own.clearedBy === '' ? [{ kind: 'not-cleared', name: row.name }] : []
  })
}

function news(arrival: Arrival, { screenedDaysAgo = null }: When): Reason[] {
  if (arrival.news === 'red-flag') return [{ kind: 'red-flag-at-door' }]
  return arrival.news !== 'none' && screenedDaysAgo !== 0 ? [{ kind: 'news', news: arrival.news }] : []
}

function pain({ pain, usualPain }: Arrival, { judgement }: Catalogue): Reason[] {
  if (pain === null) return []
  if (pain >= judgement.pain.stops) return [{ kind: 'pain-stops', pain }]
  return pain >= judgement.pain.eases && pain > (usualPain ?? 0) ? [{ kind: 'pain-eases', pain }] : []
}

function away({ daysAway, screenedDaysAgo = null }: When, { judgement }: Catalogue): Reason[] {
  const levelAtMost = judgement.easing.unscreenedLevel
  if (daysAway === null) return screenedDaysAgo === null ? [{ kind: 'first-unscreened', levelAtMost }] : []
  const isScreenedSince = screenedDaysAgo !== null && screenedDaysAgo < daysAway
  if (daysAway >= judgement.away.screensDays && !isScreenedSince)
    return [{ kind: 'away-unscreened', days: daysAway, levelAtMost }]
  return daysAway >= judgement.away.easesDays ? [{ kind: 'away', days: daysAway }] : []
}

/** A first rung in a tier that is tried out is never above this; `placeFirst` keeps to it. */
function visit(person: Person, home: Tier): Reason[] {
  return home === person.homeTier ? [] : [{ kind: 'visit', tier: home, levelAtMost: home === 'floor' ? 1 : 2 }]
}

const NEAREST: Record<Tier, Tier[]> = {
  bed: ['bed', 'chair'],
  chair: ['chair', 'bed'],
  standing: ['standing', 'chair', 'bed'],
  floor: ['floor', 'standing', 'chair', 'bed'],
}

/**
 * The home tier, unless dizziness or missing access says otherwise; then the nearest that is open, lying before
 * standing.
 */
function tierToday(person: Person, arrival: Arrival, home: Tier, catalogue: Catalogue): Tier {
  const { avoid } = moverOf(person, catalogue)
  const safe = arrival.dizzy ? NEAREST[home].filter((tier) => tier === 'bed' || tier === 'chair') : NEAREST[home]
  const closed = new Set(factsOf(person, catalogue).flatMap(({ row }) => row.closes))
  return (
    safe.find((tier) => person.access[tier] !== 'no' && !closed.has(tier) && hasWayInto(tier, avoid, catalogue)) ??
    'chair'
  )
}

function elsewhere(person: Person, arrival: Arrival, home: Tier, tier: Tier): Reason {
  const closed = person.access[home] === 'no' ? 'no-access' : 'no-way'
  return { kind: 'other-tier', why: arrival.dizzy ? 'dizzy' : closed, home, tier }
}

function watchWords(person: Person, catalogue: Catalogue): string[] {
  const words = factsOf(person, catalogue).flatMap(({ row, own }) => [...row.watch, ...adjustments(row, own.side)])
  return [...new Set(words)]
}
