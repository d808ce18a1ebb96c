import { z } from 'zod'
import type { Catalogue } from '../catalogue/catalogue'
import type { Measure } from '../catalogue/measure'
import { Side } from '../catalogue/words'
import { capital, joined } from '../sentence'
import { holding, type StoredMeasure } from './record'
import { trendOf, type Trend } from './trend'

/** From here on a gap is large: the end of the range is not one's own; ours. */
const LARGE_GAP_DEG = 15

/** How far somebody goes by themselves and how far it goes when it is helped, on one day. Degrees. */
export interface RangeGap {
  /** The measure of one's own range. */
  measure: string
  side: Side
  /** ISO day. */
  on: string
  own: number
  helped: number
  /** Helped less own; below zero: own went further, which only a poor reading can say. */
  gap: number
}

/**
 * Every day on which both ranges were measured, by measure and side, oldest first. Of several results of one day the
 * last one counts; what was corrected or simulated counts for nothing.
 *
 * @example
 * rangeGapsOf([storedMeasure('foot-up', 6, { side: 'left' }), storedMeasure('foot-up-helped', 24, { side: 'left' })],
 * catalogue.measures)[0].gap // 18
 */
export function rangeGapsOf(records: readonly StoredMeasure[], measures: Catalogue['measures']): RangeGap[] {
  const byDay = new Map<string, number>()
  const key = (measure: string, side: Side, on: string) => `${measure} ${side} ${on}`
  const held = holding(records)
  for (const { measure, side, takenAt, value } of held) byDay.set(key(measure, side, takenAt.slice(0, 10)), value)
  const seen = new Set<string>()
  return held.flatMap(({ measure, side, takenAt }) => {
    const on = takenAt.slice(0, 10)
    const known = measures.get(measure)
    const own = byDay.get(key(measure, side, on))
    const helped = known?.helped === undefined ? undefined : byDay.get(key(known.helped, side, on))
    if (own === undefined || helped === undefined || seen.has(key(measure, side, on))) return []
    seen.add(key(measure, side, on))
    return [{ measure, side, on, own, helped, gap: Math.round((helped - own) * 10) / 10 }]
  })
}

/** What a gap says to offer. */
export const GapNeed = z.enum(['strength', 'stretch', 'nothing', 'measure-again'])
export type GapNeed = z.infer<typeof GapNeed>

/**
 * What a gap says to offer: where it is large, strength at the end of the range; where it is small and the range is
 * short, a stretch; where it is small and the range is usual, nothing of its own.
 *
 * @param helped the measure of the helped range, whose usual value says whether it is short
 * @source common practice, no source; the 15° are ours
 * @example
 * needOf({ own: 6, helped: 24, gap: 18 }, footUpHelped) // 'strength'
 */
export function needOf({ helped: degrees, gap }: Pick<RangeGap, 'own' | 'helped' | 'gap'>, helped: Measure): GapNeed {
  const real = helped.realChange?.amount ?? 0
  if (gap < -real) return 'measure-again'
  if (gap >= LARGE_GAP_DEG) return 'strength'
  const usual = helped.norms.find((table) => table.kind === 'reference')?.value
  return usual !== undefined && degrees < usual - real ? 'stretch' : 'nothing'
}

/** What somebody's own range wants, from its newest measuring. */
export const PersonGap = z.object({ measure: z.string(), side: Side, gap: z.number(), needs: GapNeed })
export type PersonGap = z.infer<typeof PersonGap>

/**
 * The newest gap of each measure and side with what it says to offer; those that say nothing are left out.
 *
 * @example
 * personGaps([storedMeasure('foot-up', 6, { side: 'left' }), storedMeasure('foot-up-helped', 24, { side: 'left' })],
 * catalogue.measures)[0].needs // 'strength'
 */
export function personGaps(records: readonly StoredMeasure[], measures: Catalogue['measures']): PersonGap[] {
  const newest = new Map(rangeGapsOf(records, measures).map((gap) => [`${gap.measure} ${gap.side}`, gap]))
  return [...newest.values()].flatMap((one) => {
    const helped = measures.get(measures.get(one.measure)?.helped ?? '')
    const needs = helped ? needOf(one, helped) : 'nothing'
    return needs === 'nothing' ? [] : [{ measure: one.measure, side: one.side, gap: one.gap, needs }]
  })
}

/**
 * Which of somebody's gaps a movement works at.
 *
 * @example
 * gapsServed('toes-up', [{ measure: 'foot-up', side: 'left', gap: 18, needs: 'strength' }], catalogue.measures).length
 * // 1
 */
export function gapsServed(
  movement: string,
  gaps: readonly PersonGap[] | undefined,
  measures: Catalogue['measures'],
): PersonGap[] {
  return (gaps ?? []).filter(({ measure, needs }) => {
    const trains = measures.get(measure)?.trains
    return (needs === 'strength' || needs === 'stretch') && trains !== undefined && trains[needs].includes(movement)
  })
}

const OFFERS: Record<Exclude<GapNeed, 'nothing'>, string> = {
  strength: 'strength at its end',
  stretch: 'a stretch',
  'measure-again': 'own went further than helped: measure it again',
}

/**
 * A gap and what it says, in a sentence.
 *
 * @example
 * gapWords({ measure: 'foot-up', side: 'left', on: '2026-11-20', own: 6, helped: 24, gap: 18 }, 'strength',
 * catalogue.measures)
 * // 'Foot drawn up, left: 6° by themselves, 24° helped; 18° are not their own. Strength at its end.'
 */
export function gapWords(one: RangeGap, needs: GapNeed, measures: Catalogue['measures']): string {
  const side = one.side === 'both' ? '' : one.side
  const name = joined([measures.get(one.measure)?.name ?? one.measure, side])
  const degrees = (value: number) => `${Math.round(value)}°`
  const lacks = one.gap > 0 ? `; ${degrees(one.gap)} are not their own` : ''
  const offers = needs === 'nothing' ? '' : ` ${capital(OFFERS[needs])}.`
  return `${name}: ${degrees(one.own)} by themselves, ${degrees(one.helped)} helped${lacks}.${offers}`
}

/**
 * Says in Reflect why a movement is for somebody whose own range is short of the helped one.
 *
 * @returns '' where it works at none of their gaps
 * @example
 * gapReason(gapsServed('toes-up', [{ measure: 'foot-up', side: 'left', gap: 18, needs: 'strength' }],
 * catalogue.measures), catalogue.measures)
 * // 'Foot drawn up, left: 18° of the range are not their own; this is strength at its end.'
 */
export function gapReason(served: readonly PersonGap[], measures: Catalogue['measures']): string {
  const [first] = served.toSorted((a, b) => b.gap - a.gap)
  if (!first) return ''
  const name = joined([measures.get(first.measure)?.name ?? first.measure, first.side === 'both' ? '' : first.side])
  return first.needs === 'strength'
    ? `${name}: ${Math.round(first.gap)}° of the range are not their own; this is strength at its end.`
    : `${name}: their own all the way and short; this is a stretch of it.`
}

/**
 * How a gap has gone over time.
 *
 * @param gaps of one measure and side, oldest first
 * @returns null with fewer than two days
 * @example
 * gapTrend([]) // null
 */
export function gapTrend(gaps: readonly Pick<RangeGap, 'on' | 'gap'>[]): Trend | null {
  const first = gaps[0]
  if (!first) return null
  const dayOf = (on: string) => (Date.parse(on) - Date.parse(first.on)) / 86_400_000
  return trendOf(gaps.map(({ on, gap }) => ({ day: dayOf(on), value: gap })))
}
