import { differenceInCalendarDays, parseISO } from 'date-fns'
import type { Limit, TierGate } from '../catalogue/measure'
import { TIERS, type Tier } from '../catalogue/words'
import { latestOf, type StoredMeasure } from '../measure/record'
import type { Access } from '../offer/person'

export type ConditionState = 'passed' | 'failed' | 'not-measured' | 'too-old'

export interface ConditionStatus {
  words: string
  state: ConditionState
  /** The result that decides, where there is one. */
  by: StoredMeasure | null
  /** What can be measured to settle it, the first is the usual one. */
  measures: string[]
  /** Passed by a clearance instead. */
  clearedBy: string
  source: string
}

export interface GateStatus {
  gate: TierGate
  conditions: ConditionStatus[]
  state: ConditionState
}

/**
 * Where somebody stands before a tier: condition by condition passed, failed, not yet measured or too old.
 *
 * @param records all results of the person
 * @param considerations for what a clearance can stand in for
 * @param on today, ISO day
 * @param countsForDays how old a result may be: `judgement.evidence.days`
 * @source ours unless the condition names one
 * @example
 * gateStatus(catalogue.gates[0], [], { considerations: [], on: '2026-11-25', countsForDays: 182 }).state
 * // 'not-measured'
 */
export function gateStatus(
  gate: TierGate,
  records: readonly StoredMeasure[],
  {
    considerations,
    on,
    countsForDays,
  }: { considerations: readonly { consideration: string; clearedBy: string }[]; on: string; countsForDays: number },
): GateStatus {
  const latest = latestOf(records)
  const conditions = gate.conditions.map((condition): ConditionStatus => {
    const measures = condition.anyOf.map((limit) => limit.measure)
    const clearedBy = considerations.find((own) => own.consideration === condition.orCleared)?.clearedBy ?? ''
    const base = { words: condition.words, measures, clearedBy, source: condition.source }
    if (clearedBy !== '') return { ...base, state: 'passed', by: null }
    const results = condition.anyOf.flatMap((limit) => {
      const by = latest.get(`${limit.measure} both`)
      if (!by) return []
      const isTooOld = differenceInCalendarDays(parseISO(on), parseISO(by.takenAt)) > countsForDays
      const state: ConditionState = keeps(limit, by) ? 'passed' : 'failed'
      return [{ by, state: isTooOld ? ('too-old' as const) : state }]
    })
    const best = PREFERRED.flatMap((state) => results.filter((result) => result.state === state))[0]
    return { ...base, state: best?.state ?? 'not-measured', by: best?.by ?? null }
  })
  const state =
    (['failed', 'not-measured', 'too-old'] as const).find((wanted) =>
      conditions.some((condition) => condition.state === wanted),
    ) ?? 'passed'
  return { gate, conditions, state }
}

/** Of several results that could settle a condition, the one that settles it best. */
const PREFERRED: readonly ConditionState[] = ['passed', 'failed', 'too-old']

function keeps(limit: Limit, { value, pain }: StoredMeasure): boolean {
  if (limit.atLeast !== undefined && value < limit.atLeast) return false
  if (limit.atMost !== undefined && value > limit.atMost) return false
  if (limit.under !== undefined && value >= limit.under) return false
  return limit.painUnder === undefined || (pain !== null && pain < limit.painUnder)
}

/**
 * The first tier that is not fully open, with the gate before it; null where all are.
 *
 * @example
 * nextGate(catalogue.gates, { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' })?.to // 'standing'
 */
export function nextGate(gates: readonly TierGate[], access: Record<Tier, Access>): TierGate | null {
  const closed = TIERS.find((tier) => tier !== 'bed' && access[tier] !== 'yes')
  return gates.find((gate) => gate.to === closed) ?? null
}

/**
 * Tiers whose gate was tried and not passed.
 *
 * @example
 * [...failedTiers([{ gate: { to: 'standing' }, state: 'failed' }])] // ['standing']
 */
export function failedTiers(statuses: readonly GateStatus[]): Set<Tier> {
  return new Set(statuses.filter(({ state }) => state === 'failed').map(({ gate }) => gate.to))
}
