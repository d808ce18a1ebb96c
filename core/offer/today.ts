import type { Catalogue } from '../catalogue/catalogue'
import type { Tier } from '../catalogue/words'
import { hasWayInto, moverOf } from './mover'
import type { Arrival, Person } from './person'

/** One reason for an offer in words; the heaviest first. */
export interface Reason {
  weight: number
  text: string
}

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
 * Dizzy: bed or chair. Ill, or pain of 7 and more: not today. Away 21–55 days: one level easier; from 56: level 2 at most.
 *
 * @source ours, from common practice
 * @example
 * todayOf(ines, catalogue, { ...USUAL_ARRIVAL, tired: true }, { daysAway: 7, year: 2026 }).easierBy // 1
 */
export function todayOf(
  person: Person,
  catalogue: Catalogue,
  arrival: Arrival,
  { daysAway, year, screenedDaysAgo = null }: When,
): Today {
  const { pain, away, easing } = catalogue.judgement
  const home = person.visiting ?? person.homeTier
  const today: Today = {
    tier: home,
    easierBy: 0,
    levelAtMost: 5,
    breathOnly: false,
    takesPart: true,
    reasons: [],
    watch: watchWords(person, catalogue),
    year,
  }
  const say = (weight: number, text: string) => today.reasons.push({ weight, text })

  for (const own of person.considerations) {
    const known = catalogue.considerations.get(own.consideration)
    if (known?.redFlag) {
      today.takesPart = false
      say(100, `${known.name}: does not take part.`)
    } else if (known?.breathOnly && own.clearedBy === '') {
      today.breathOnly = true
      say(90, `${known.name}: breath only until cleared.`)
    }
  }
  if (arrival.news === 'red-flag') {
    today.takesPart = false
    say(100, 'A red flag at the door: does not take part. Call for help.')
  } else if (arrival.news !== 'none' && screenedDaysAgo !== 0) {
    today.breathOnly = true
    say(92, `New since last time: ${arrival.news}. Breath only until screened.`)
  }
  if (arrival.ill) {
    today.takesPart = false
    say(95, 'Ill: not today.')
  }
  if (arrival.pain !== null && arrival.pain >= pain.stops) {
    today.takesPart = false
    say(95, `Pain ${arrival.pain} of 10 on arrival: not today.`)
  } else if (arrival.pain !== null && arrival.pain >= pain.eases && arrival.pain > (arrival.usualPain ?? 0)) {
    today.easierBy += 1
    say(70, `Pain ${arrival.pain} of 10 on arrival: one level easier.`)
  }
  if (arrival.sore) {
    today.easierBy += 1
    say(60, 'Sore from last time: one level easier.')
  }
  if (arrival.tired) {
    today.easierBy += 1
    say(55, 'Very tired: one level easier.')
  }
  const screenedSince = daysAway !== null && screenedDaysAgo !== null && screenedDaysAgo < daysAway
  if (daysAway !== null && daysAway >= away.screensDays && !screenedSince) {
    today.levelAtMost = easing.unscreenedLevel
    say(65, `Away for ${daysAway} days: level ${easing.unscreenedLevel} at most until screened again.`)
  } else if (daysAway === null && screenedDaysAgo === null) {
    today.levelAtMost = easing.unscreenedLevel
    say(65, `First time and not screened yet: level ${easing.unscreenedLevel} at most.`)
  } else if (daysAway !== null && daysAway >= away.easesDays) {
    today.easierBy += 1
    say(50, `Away for ${daysAway} days: one level easier at the first meeting back.`)
  }
  today.easierBy = Math.min(today.easierBy, easing.levelsAtMost)
  if (home !== person.homeTier)
    say(62, `A visit to the ${home} tier: begins at level ${home === 'floor' ? 1 : 2} at most.`)
  settleTier(person, home, arrival, today, catalogue)
  return today
}

/** The home tier, unless dizziness or missing access says otherwise; then the nearest that is open, lying before standing. */
function settleTier(person: Person, home: Tier, arrival: Arrival, today: Today, catalogue: Catalogue): void {
  const { avoid } = moverOf(person, catalogue)
  const isOpen = (tier: Tier) => person.access[tier] !== 'no' && hasWayInto(tier, avoid, catalogue)
  const order: Record<Tier, Tier[]> = {
    bed: ['bed', 'chair'],
    chair: ['chair', 'bed'],
    standing: ['standing', 'chair', 'bed'],
    floor: ['floor', 'standing', 'chair', 'bed'],
  }
  const safe = arrival.dizzy ? order[home].filter((tier) => tier === 'bed' || tier === 'chair') : order[home]
  const tier = safe.find(isOpen) ?? 'chair'
  today.tier = tier
  if (tier === home) return
  const why = arrival.dizzy
    ? 'Dizzy today'
    : person.access[home] === 'no'
      ? `No access to the ${home} tier`
      : `No safe way into the ${home} tier`
  today.reasons.push({ weight: 80, text: `${why}: works in the ${tier} tier.` })
}

function watchWords(person: Person, catalogue: Catalogue): string[] {
  const words = person.considerations.flatMap((own) => {
    const known = catalogue.considerations.get(own.consideration)
    return known ? [...known.watch, ...known.adjust] : []
  })
  return [...new Set(words)]
}
