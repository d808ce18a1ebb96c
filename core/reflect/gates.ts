import { differenceInCalendarDays, parseISO } from 'date-fns'
import type { Limit, TierGate } from '../catalogue/measure'
import { TIERS, type Tier } from '../catalogue/words'
import { holding, type StoredMeasure } from '../measure/record'
import type { Access } from '../offer/person'

/** `once-missed`: not shown the last time, but it takes two tries to say so. */
export type ConditionState = 'passed' | 'failed' | 'once-missed' | 'not-measured' | 'too-old'

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
 * Where somebody stands before a tier: condition by condition passed, failed, missed once, not yet measured or too old.
 * A fail takes two tries on two days: one noisy test moves nobody. What was not asked was not failed.
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
  const held = holding(records)
  const conditions = gate.conditions.map((condition): ConditionStatus => {
    const measures = condition.anyOf.map((limit) => limit.measure)
    const clearedBy = considerations.find((own) => own.consideration === condition.orCleared)?.clearedBy ?? ''
    const base = { words: condition.words, measures, clearedBy, source: condition.source }
    if (clearedBy !== '') return { ...base, state: 'passed', by: null }
    const results = condition.anyOf.flatMap((limit) => resultOf(limit, held, { on, countsForDays }) ?? [])
    const best = PREFERRED.flatMap((state) => results.filter((result) => result.state === state))[0]
    return { ...base, state: best?.state ?? 'not-measured', by: best?.by ?? null }
  })
  const state =
    (['failed', 'once-missed', 'not-measured', 'too-old'] as const).find((wanted) =>
      conditions.some((condition) => condition.state === wanted),
    ) ?? 'passed'
  return { gate, conditions, state }
}

/** Of several results that could settle a condition, the one that settles it best. */
const PREFERRED: readonly ConditionState[] = ['passed', 'once-missed', 'failed', 'too-old']

/** What the newest tries of a measure say of a limit; null: nothing. */
function resultOf(
  limit: Limit,
  records: readonly StoredMeasure[],
  { on, countsForDays }: { on: string; countsForDays: number },
): { by: StoredMeasure; state: ConditionState } | null {
  const tries = records.filter((record) => record.measure === limit.measure && record.side === 'both')
  const by = tries.at(-1)
  if (!by) return null
  if (differenceInCalendarDays(parseISO(on), parseISO(by.takenAt)) > countsForDays) return { by, state: 'too-old' }
  const kept = keeps(limit, by)
  if (kept === null) return null
  if (kept) return { by, state: 'passed' }
  const before = tries.findLast((record) => record.takenAt.slice(0, 10) < by.takenAt.slice(0, 10))
  return { by, state: before && keeps(limit, before) === false ? 'failed' : 'once-missed' }
}

/** Whether a result keeps to a limit; null: what it asks of pain was not asked. */
function keeps(limit: Limit, { value, pain }: StoredMeasure): boolean | null {
  if (limit.atLeast !== undefined && value < limit.atLeast) return false
  if (limit.atMost !== undefined && value > limit.atMost) return false
  if (limit.under !== undefined && value >= limit.under) return false
  if (limit.painUnder === undefined) return true
  return pain === null ? null : pain < limit.painUnder
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
