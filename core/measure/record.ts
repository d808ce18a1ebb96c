import { z } from 'zod'
import type { Measure } from '../catalogue/measure'
import { Side } from '../catalogue/words'

const isoMoment = z.iso.datetime('A moment is written as an ISO 8601 date and time.')

/** One result as it was taken. It is never changed: a correction is a new one that names the one it replaces. */
export const MeasureRecord = z.object({
  /** Made where it was taken, so that sending twice is harmless. */
  id: z.uuid(),
  measure: z.string().min(1).max(40),
  side: Side.default('both'),
  value: z.number('A result is a number.').min(-99_999).max(99_999),
  /** All tries in their order; the value follows from them. */
  tries: z.array(z.number().min(-99_999).max(99_999)).max(3).default([]),
  setting: z.number().min(-99_999).max(99_999).nullable().default(null),
  /** 0–10 at its end, where it was asked. */
  pain: z.number().int().min(0, 'Pain is 0 at least.').max(10, 'Pain is 10 at most.').nullable().default(null),
  note: z.string().max(300, 'A note has 300 characters at most.').default(''),
  /** By the simulated sensor: shown with that word, and counted for nothing. */
  simulated: z.boolean().default(false),
  takenAt: isoMoment,
  replaces: z.uuid().nullable().default(null),
})
export type MeasureRecord = z.infer<typeof MeasureRecord>

/** A result as it is stored: with who entered it, and the one that replaced it. */
export const StoredMeasure = MeasureRecord.extend({
  enteredBy: z.string(),
  enteredAt: z.string(),
  replacedBy: z.uuid().nullable(),
})
export type StoredMeasure = z.infer<typeof StoredMeasure>

/**
 * The results that hold: those that somebody gave and that no correction has replaced, oldest first.
 *
 * @example
 * holding([storedMeasure('chair-stand', 9, { id: 'a', replacedBy: 'b' }), storedMeasure('chair-stand', 10, { id:
 * 'b', replaces: 'a' })]).map((record) => record.value)
 * // [10]
 */
export function holding(records: readonly StoredMeasure[]): StoredMeasure[] {
  return records
    .filter((record) => record.replacedBy === null && !record.simulated)
    .toSorted((a, b) => a.takenAt.localeCompare(b.takenAt))
}

/**
 * The newest result of each measure and side, by `measure side`.
 *
 * @example
 * latestOf([storedMeasure('chair-stand', 9)]).get('chair-stand both').value // 9
 */
export function latestOf(records: readonly StoredMeasure[]): Map<string, StoredMeasure> {
  return new Map(holding(records).map((record) => [`${record.measure} ${record.side}`, record]))
}

/**
 * Whether an amount can be right: outside what a body can do it is refused, outside what is usual it is asked about.
 *
 * @returns both empty where there is nothing to say
 * @example
 * plausible(hipTurnIn, 240) // { refused: 'Hip turning in: 240° cannot be. Between 0 and 90° it can.', ask: '' }
 */
export function plausible(measure: Measure, value: number): { refused: string; ask: string } {
  const amount = (number: number) => amountWords(measure, number)
  const { from, to } = measure.accepts
  if (value < from || value > to) {
    return {
      refused: `${measure.name}: ${amount(value)} cannot be. Between ${from} and ${amount(to)} it can.`,
      ask: '',
    }
  }
  const { usual } = measure
  if (!usual || (value >= usual.from && value <= usual.to)) return { refused: '', ask: '' }
  return {
    refused: '',
    ask: `${amount(value)} is far from what is usual (${usual.from} to ${amount(usual.to)}). Is it right?`,
  }
}

/** What help it took, by its number. */
export const HELP_WORDS = ['no help', 'a prop', 'guiding hands', 'lifting'] as const

/**
 * An amount with its unit: "12 stands", "8.5 cm", "35°", "guiding hands".
 *
 * @example
 * amountWords({ unit: '°' }, -3.25) // '−3.2°'
 */
export function amountWords({ unit }: Pick<Measure, 'unit'>, value: number): string {
  if (unit === 'help') return HELP_WORDS[value] ?? String(value)
  const number = String(Math.round(value * 10) / 10).replace('-', '−')
  return unit === '°' ? `${number}°` : `${number} ${unit}`
}
