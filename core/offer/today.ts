import { adjustments } from '../catalogue/consideration'
import type { Catalogue } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import { hasWayInto, moverOf } from './mover'
import { factsOf } from './facts'
import type { Arrival, Person } from './person'
import { rememberedWords } from './remembered'
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
}

/** An absence that somebody has come back from. */
export interface Gap {
  /** How long it was, days. */
  days: number
  /** Days from its end until today, and meetings that they came to in between; 0: today is the first. */
  endedDaysAgo: number
  meetingsSince: number
}

/** When today is, for this person. */
export interface When {
  /** Days since the last meeting that the person came to; null: never been. */
  daysAway: number | null
  /** Days since the last screening; null: never; left out: it does not matter here. */
  screenedDaysAgo?: number | null
  /** The last time that they were away for three weeks and more; null or left out: they were not. */
  gap?: Gap | null
  /** Pairs of hands in the room, whoever leads counted in; left out: it does not matter here. */
  hands?: number
}

/**
 * Settles tier, easing and taking part for today.
 *
 * Arrival pain of 4 or more and above the usual, soreness and tiredness ease by one level each, two at most.
 * Dizzy: bed or chair. Ill, or pain of 7 and more: not today. Away 21–55 days: one level easier, or ladder by ladder
 * what is believed; from 56: level 2 at most.
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
    ...pain(person, arrival, catalogue),
    ...after(arrival),
    ...(arrival.sore ? [{ kind: 'sore' } as const] : []),
    ...(arrival.tired ? [{ kind: 'tired' } as const] : []),
    ...away(when, person, catalogue),
    ...visit(person, home),
  ]
  const isAlone = mayNotBeAlone(when)
  const tier = tierToday(person, arrival, { home, isAlone }, catalogue)
  const reasons = tier === home ? rules : [...rules, elsewhere(person, arrival, { home, isAlone }, tier)]
  const easings = reasons.filter(({ kind }) => EASES_A_LEVEL.has(kind)).length
  const caps = reasons.flatMap((reason) => ('levelAtMost' in reason ? reason.levelAtMost : []))
  return {
    tier,
    easierBy: Math.min(easings, catalogue.judgement.easing.levelsAtMost),
    levelAtMost: Math.min(5, ...caps),
    breathOnly: reasons.some(({ kind }) => kind === 'not-cleared' || kind === 'news'),
    takesPart: !reasons.some(({ kind }) => STOPS.has(kind)),
    reasons: inOrderOfWeight(reasons),
    watch: watchWords(person, catalogue),
  }
}

const STOPS: ReadonlySet<ReasonKind> = new Set(['red-flag', 'red-flag-at-door', 'ill', 'pain-stops'])
const EASES_A_LEVEL: ReadonlySet<ReasonKind> = new Set(['pain-eases', 'sore', 'sore-days', 'tired', 'away'])

/** Considerations that keep somebody out, or to breath until they are cleared. */
function uncleared(person: Person, catalogue: Catalogue): Reason[] {
  return factsOf(person, catalogue).flatMap(({ row, own }): Reason[] => {
    if (row.redFlag) return [{ kind: 'red-flag', name: row.name }]
    return row.breathOnly && own.clearedBy === '' ? [{ kind: 'not-cleared', name: row.name, until: row.until }] : []
  })
}

function news(arrival: Arrival, { screenedDaysAgo = null }: When): Reason[] {
  if (arrival.news === 'red-flag') return [{ kind: 'red-flag-at-door' }]
  return arrival.news !== 'none' && screenedDaysAgo !== 0 ? [{ kind: 'news', news: arrival.news }] : []
}

/**
 * Pain on arrival is held against what is usual. Where that is strong itself, only a rise of two keeps somebody out:
 * to send them home each time helps nobody.
 */
function pain(person: Person, { pain, usualPain }: Arrival, { judgement }: Catalogue): Reason[] {
  if (pain === null) return []
  const usual = usualPain ?? person.usualPain ?? 0
  const { stops, eases, rise } = judgement.pain
  if (pain >= stops && (usual < stops || pain >= usual + rise)) return [{ kind: 'pain-stops', pain }]
  return pain >= eases && pain > usual ? [{ kind: 'pain-eases', pain }] : []
}

/** Two days sore, or worse, with no place said: all of today is easier; with a place, what works it. */
function after({ after: how, afterWhere }: Arrival): Reason[] {
  const isLong = how === 'sore-days' || how === 'worse'
  return isLong && afterWhere.length === 0 ? [{ kind: 'sore-days', worse: how === 'worse' }] : []
}

function away(
  { daysAway, screenedDaysAgo, gap = null }: When,
  { believed }: Pick<Person, 'believed'>,
  { judgement }: Catalogue,
): Reason[] {
  const levelAtMost = judgement.easing.unscreenedLevel
  const { easesDays, screensDays } = judgement.away
  if (screenedDaysAgo === null || (daysAway === null && screenedDaysAgo === undefined))
    return [{ kind: 'first-unscreened', levelAtMost }]
  if (daysAway === null) return []
  const last = lastGap(daysAway, gap, easesDays)
  if (!last) return []
  const isScreenedSince = screenedDaysAgo !== undefined && screenedDaysAgo < last.days + last.endedDaysAgo
  if (last.days >= screensDays && !isScreenedSince && (screenedDaysAgo !== undefined || last.meetingsSince === 0))
    return [{ kind: 'away-unscreened', days: last.days, levelAtMost }]
  if (last.meetingsSince >= judgement.away.easesMeetings) return []
  // Where there are notes, each ladder is made as much easier as they say.
  return [{ kind: believed && believed.back.length > 0 ? 'away-believed' : 'away', days: last.days }]
}

/** The absence that today ends, or the last one before. */
function lastGap(daysAway: number, gap: Gap | null, easesDays: number): Gap | null {
  return daysAway >= easesDays ? { days: daysAway, endedDaysAgo: 0, meetingsSince: 0 } : gap
}

/**
 * Whether somebody comes back after weeks away, today or in the meetings after it that are still made easier.
 *
 * @example
 * comesBack({ daysAway: 28 }, judgement) // true
 */
export function comesBack({ daysAway, gap = null }: When, { away }: Catalogue['judgement']): boolean {
  const last = daysAway === null ? null : lastGap(daysAway, gap, away.easesDays)
  return last !== null && last.meetingsSince < away.easesMeetings
}

/** A tier that is tried out is worked no higher than this, whatever somebody once did there. */
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
 * Tiers that are open to somebody today beside the one they are in, the nearest first.
 *
 * @example
 * nearestTiers(ann, { tier: 'floor' }) // ['standing', 'chair', 'bed']
 */
export function nearestTiers(person: Person, { tier: here }: Pick<Today, 'tier'>, arrival?: Arrival): Tier[] {
  return NEAREST[here].filter(
    (tier) => tier !== here && person.access[tier] !== 'no' && (!arrival?.dizzy || tier === 'bed' || tier === 'chair'),
  )
}

/** Where somebody would work, and whether the floor is closed to them since nobody else could help them up. */
interface Before {
  home: Tier
  isAlone: boolean
}

/** Nobody whom nobody has screened goes down to the floor where whoever leads is alone with all of them. */
function mayNotBeAlone({ screenedDaysAgo, hands }: When): boolean {
  return screenedDaysAgo === null && hands !== undefined && hands < 2
}

/**
 * The home tier, unless dizziness, missing access or missing help says otherwise; then the nearest that is open, lying
 * before standing.
 */
function tierToday(person: Person, arrival: Arrival, { home, isAlone }: Before, catalogue: Catalogue): Tier {
  const { avoid } = moverOf(person, catalogue)
  const safe = arrival.dizzy ? NEAREST[home].filter((tier) => tier === 'bed' || tier === 'chair') : NEAREST[home]
  const closed = new Set(factsOf(person, catalogue).flatMap(({ row }) => row.closes))
  if (isAlone) closed.add('floor')
  return (
    safe.find((tier) => person.access[tier] !== 'no' && !closed.has(tier) && hasWayInto(tier, avoid, catalogue)) ??
    'chair'
  )
}

function elsewhere(person: Person, arrival: Arrival, { home, isAlone }: Before, tier: Tier): Reason {
  const alone = isAlone && home === 'floor' ? 'alone' : 'no-way'
  const closed = person.access[home] === 'no' ? 'no-access' : alone
  return { kind: 'other-tier', why: arrival.dizzy ? 'dizzy' : closed, home, tier }
}

function watchWords(person: Person, catalogue: Catalogue): string[] {
  const words = factsOf(person, catalogue).flatMap(({ row, own }) => [...row.watch, ...adjustments(row, own.side)])
  const remembered = (person.remembered ?? []).filter(({ movement }) => movement === null).map(rememberedWords)
  return [...new Set([...remembered, ...words])]
}
