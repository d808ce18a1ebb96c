import { capital, chanceWords } from '../sentence'
import type { Consideration } from '../catalogue/consideration'
import type { Tier } from '../catalogue/words'
import type { Arrival } from './person'
import { limitWords, type Limit } from './limit'

/** Why somebody is offered what they are: a kind, and what it is about. */
export type Reason =
  | { kind: 'red-flag'; name: string }
  | { kind: 'red-flag-at-door' }
  | { kind: 'by-hand'; note: string }
  | { kind: 'against-limit'; limit: Limit }
  | { kind: 'ill' }
  | { kind: 'pain-stops'; pain: number }
  | { kind: 'news'; news: Arrival['news'] }
  | { kind: 'not-cleared'; name: string; until: Consideration['until'] }
  | { kind: 'hurt-twice'; movement: string }
  | { kind: 'closed-to-guest'; movement: string }
  | { kind: 'nothing-left'; movement: string; tier: Tier }
  | { kind: 'stood-long'; atMostSeconds: number }
  | { kind: 'other-tier'; why: 'dizzy' | 'alone' | 'no-access' | 'no-way' | 'little-open'; home: Tier; tier: Tier }
  | { kind: 'limit'; limit: Limit; level: number }
  | { kind: 'pain-eases'; pain: number }
  | { kind: 'away-unscreened'; days: number; levelAtMost: number }
  | { kind: 'first-unscreened'; levelAtMost: number }
  | { kind: 'visit'; tier: Tier; levelAtMost: number }
  | { kind: 'sore' }
  | { kind: 'sore-days'; worse: boolean }
  | { kind: 'sore-where'; region: string }
  | { kind: 'flare'; region: string; levels: number }
  | { kind: 'tired' }
  | { kind: 'away'; days: number }
  | { kind: 'away-believed'; days: number }
  | { kind: 'back'; levels: number; chance: number }
  | { kind: 'back-unknown' }
  | { kind: 'ladder-starts'; level: number; tier: Tier }
  | { kind: 'stand-in'; standIn: string; movement: string }
  | { kind: 'sits-for-it'; movement: string }
  | { kind: 'starts'; level: number; chance?: number }
  | { kind: 'works-at'; level: number }
export type ReasonKind = Reason['kind']

/** From the heaviest to the lightest: the order in which reasons are said. */
const ORDER: readonly ReasonKind[] = [
  'red-flag',
  'red-flag-at-door',
  'by-hand',
  'against-limit',
  'ill',
  'pain-stops',
  'news',
  'not-cleared',
  'hurt-twice',
  'closed-to-guest',
  'nothing-left',
  'other-tier',
  'stood-long',
  'limit',
  'pain-eases',
  'away-unscreened',
  'first-unscreened',
  'visit',
  'flare',
  'sore-where',
  'sore-days',
  'sore',
  'tired',
  'back',
  'back-unknown',
  'away',
  'away-believed',
  'ladder-starts',
  'stand-in',
  'sits-for-it',
  'starts',
  'works-at',
]

const RANK = new Map(ORDER.map((kind, at) => [kind, at]))

/**
 * Reasons with the heaviest first.
 *
 * @example
 * inOrderOfWeight([{ kind: 'works-at', level: 2 }, { kind: 'tired' }]).map((reason) => reason.kind)
 * // ['tired', 'works-at']
 */
export function inOrderOfWeight(reasons: readonly Reason[]): Reason[] {
  if (reasons.length < 2) return [...reasons]
  const rank = ({ kind }: Reason) => RANK.get(kind) ?? ORDER.length
  return reasons.toSorted((a, b) => rank(a) - rank(b))
}

const EASING: ReadonlySet<ReasonKind> = new Set([
  'pain-eases',
  'away-unscreened',
  'first-unscreened',
  'visit',
  'flare',
  'sore-where',
  'sore-days',
  'sore',
  'tired',
  'away',
  'away-believed',
  'back',
  'back-unknown',
])

/**
 * Whether the day makes it easier than usual: how somebody came, or how long they were away.
 *
 * @example
 * easesToday({ kind: 'tired' }) // true
 */
export function easesToday({ kind }: Reason): boolean {
  return EASING.has(kind)
}

/**
 * Whether it only says where somebody stands, as on any day.
 *
 * @example
 * isUsual({ kind: 'tired' }) // false
 */
export function isUsual({ kind }: Reason): boolean {
  return kind === 'starts' || kind === 'works-at'
}

/**
 * A reason as a sentence.
 *
 * @example
 * reasonWords({ kind: 'tired' }) // 'Very tired: one level easier.'
 */
export function reasonWords(reason: Reason): string {
  switch (reason.kind) {
    case 'red-flag':
      return `${reason.name}: does not take part.`
    case 'red-flag-at-door':
      return 'A red flag at the door: does not take part. Call for help.'
    case 'by-hand':
      return reason.note === '' ? 'Chosen by hand.' : `Chosen by hand: ${reason.note}`
    case 'against-limit':
      return `Against a limit: ${limitWords(reason.limit)}.`
    case 'ill':
      return 'Ill: not today.'
    case 'pain-stops':
      return `Pain ${reason.pain} of 10 on arrival: not today.`
    case 'news':
      return `New since last time: ${reason.news}. Breath only until screened.`
    case 'not-cleared':
      return `${reason.name}: breath only until ${reason.until}.`
    case 'hurt-twice':
      return `“${reason.movement}” hurt twice running: left out until a lead has looked.`
    case 'closed-to-guest':
      return `“${reason.movement}” is closed to them until a lead has agreed to them as a guest.`
    case 'nothing-left':
      return `No variation of “${reason.movement}” is left in the ${reason.tier} tier: breath meanwhile.`
    case 'other-tier':
      return `${otherTierWords(reason)}: works in the ${reason.tier} tier.`
    case 'stood-long':
      return `On the feet for ${Math.round(reason.atMostSeconds / 60)} minutes: sits for this one.`
    case 'limit':
      return `${limitWords(reason.limit)} at level ${reason.level}.`
    default:
      return levelWords(reason)
  }
}

type LevelReason = Extract<
  Reason,
  {
    kind:
      | 'pain-eases'
      | 'away-unscreened'
      | 'first-unscreened'
      | 'visit'
      | 'sore'
      | 'sore-days'
      | 'sore-where'
      | 'flare'
      | 'tired'
      | 'away'
      | 'away-believed'
      | 'back'
      | 'back-unknown'
      | 'ladder-starts'
      | 'stand-in'
      | 'sits-for-it'
      | 'starts'
      | 'works-at'
  }
>

function levelWords(reason: LevelReason): string {
  switch (reason.kind) {
    case 'pain-eases':
      return `Pain ${reason.pain} of 10 on arrival: one level easier.`
    case 'away-unscreened':
      return `Away for ${reason.days} days: level ${reason.levelAtMost} at most until screened again.`
    case 'first-unscreened':
      return `Not screened yet: level ${reason.levelAtMost} at most.`
    case 'visit':
      return `A visit to the ${reason.tier} tier: level ${reason.levelAtMost} at most.`
    case 'sore':
      return 'Sore from last time: one level easier.'
    case 'sore-days':
      return `${reason.worse ? 'Worse' : 'Sore for two days and more'} after last time: one level easier.`
    case 'sore-where':
      return `After last time, ${reason.region.replaceAll('-', ' ')}: one level easier here.`
    case 'flare':
      return (
        `${capital(reason.region.replaceAll('-', ' '))} flaring: ` +
        `${reason.levels === 1 ? 'one level' : `${reason.levels} levels`} easier here.`
      )
    case 'tired':
      return 'Very tired: one level easier.'
    case 'away':
      return `Away for ${reason.days} days: one level easier at the first two meetings back.`
    case 'away-believed':
      return (
        `Away for ${reason.days} days: each movement as much easier as the notes say, at the ` +
        'first two meetings back.'
      )
    case 'back':
      return backWords(reason)
    case 'back-unknown':
      return 'Back after weeks away: one level easier here.'
    case 'ladder-starts':
      return `The ladder starts at level ${reason.level} in the ${reason.tier} tier.`
    case 'stand-in':
      return `“${reason.standIn}” stands in for “${reason.movement}”.`
    case 'sits-for-it':
      return `“${reason.movement}” on the chair instead of standing.`
    case 'starts':
      return reason.chance === undefined
        ? `First time: starts at level ${reason.level}.`
        : `First time: starts at level ${reason.level}, within reach ${chanceWords(reason.chance)} ` +
            'by what the other movements show.'
    case 'works-at':
      return `Works at level ${reason.level}.`
  }
}

function backWords({ levels, chance }: Extract<Reason, { kind: 'back' }>): string {
  const still = `Back after weeks away: their level is still within reach ${chanceWords(chance)}`
  if (levels === 0) return `${still}, so as before.`
  return `${still}: ${levels === 1 ? 'one level' : 'two levels'} easier here.`
}

function otherTierWords({ why, home }: Extract<Reason, { kind: 'other-tier' }>): string {
  if (why === 'dizzy') return 'Dizzy today'
  if (why === 'alone') return 'Not screened yet, and nobody else in the room to help'
  if (why === 'little-open') return `Little of today is open in the ${home} tier`
  return why === 'no-access' ? `No access to the ${home} tier` : `No safe way into the ${home} tier`
}

/**
 * The heaviest reason of a day as a sentence; empty where there is none.
 *
 * @example
 * firstReason({ reasons: [{ kind: 'tired' }] }) // 'Very tired: one level easier.'
 */
export function firstReason({ reasons }: { reasons: readonly Reason[] }): string {
  return reasons[0] ? reasonWords(reasons[0]) : ''
}
