import type { Catalogue } from '../catalogue/catalogue'
import { joined } from '../sentence'
import { dialsWords } from './dials'
import type { Offer } from './offer'
import type { DoseLimit } from './ownDose'

/**
 * How somebody's dose departs from the block's, as short as the class screen needs it.
 *
 * @example
 * ownDoseWords([{ kind: 'share', name: 'Lung disease', share: 0.5 }, { kind: 'effort', name: 'Heart',
 * percentAtMost: 50 }])
 * // 'half, effort 50'
 */
export function ownDoseWords(limits: readonly DoseLimit[]): string {
  return joined(limits.map(shortWords))
}

/**
 * What is somebody's own in an offer: how the dose departs from the block's, the dials they have turned, and a side
 * that catches up.
 *
 * @example
 * ownWords(riders[0].offers[0][0]) // ''
 */
export function ownWords({
  variation,
  dials,
  own,
  catchUp,
}: Pick<Offer, 'variation' | 'dials' | 'own' | 'catchUp'>): string {
  return joined([ownDoseWords(own.limits), variation && dialsWords(variation, dials), catchUp && 'once more'])
}

function shortWords(limit: DoseLimit): string {
  switch (limit.kind) {
    case 'pace':
      return 'own pace'
    case 'school':
      return 'own school'
    case 'no-swing':
      return `${limit.seconds} s, no swing`
    case 'share':
      return limit.share === 0.5 ? 'half' : `${Math.round(limit.share * 100)} % of it`
    case 'effort':
      return `effort ${limit.percentAtMost}`
    case 'hold':
      return `${limit.secondsAtMost} s at most`
    case 'rest':
      return `rests ${limit.seconds} s`
    case 'waits':
      return `waits ${limit.seconds} s after ${limit.every}`
  }
}

/**
 * Why somebody's dose is their own, as a sentence.
 *
 * @example
 * doseLimitWords({ kind: 'effort', name: 'Heart condition, cleared', percentAtMost: 50 }, catalogue)
 * // 'Heart condition, cleared: effort 50 % at most.'
 */
export function doseLimitWords(limit: DoseLimit, { schools }: Pick<Catalogue, 'schools'>): string {
  switch (limit.kind) {
    case 'pace':
      return 'This version has a pace of its own: as much of it as fits into the time.'
    case 'school':
      return `Own school, ${schools.get(limit.school)?.name ?? limit.school}, in the same time.`
    case 'no-swing':
      return limit.away === null
        ? `No swing can be done from there: held for ${limit.seconds} s, then at ease.`
        : `The swing is ${Math.ceil(limit.away)} s away, longer than the plan gives: ` +
            `held for ${limit.seconds} s, then at ease.`
    case 'share':
      return `${limit.name}: ${limit.share === 0.5 ? 'half' : `${Math.round(limit.share * 100)} % of`} the dose.`
    case 'effort':
      return `${limit.name}: effort ${limit.percentAtMost} % at most.`
    case 'hold':
      return `${limit.name}: held for ${limit.secondsAtMost} s at most.`
    case 'rest':
      return `${limit.name}: rests of ${limit.seconds} s between rounds.`
    case 'waits':
      return `${limit.name}: a wait of ${limit.seconds} s after every ${limit.every} repetitions.`
  }
}
