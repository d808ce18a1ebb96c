import { addDays, formatISO, parseISO } from 'date-fns'
import type { Judgement } from '../catalogue/judgement'
import { latestOf, type StoredMeasure } from './record'

/** A test that somebody has done before, and when it is to be done again. */
export interface DueTest {
  measure: string
  /** ISO day. */
  on: string
  /** The day of the last result. */
  lastOn: string
}

/**
 * Tests that are due within the days that are looked ahead, the longest due first: each comes back so many days after
 * its last result. Sides that were taken on different days are due with the older one.
 *
 * @param today ISO day
 * @source `judgement.yaml`, `retest`
 * @example
 * dueTests([storedMeasure('chair-stand', 9)], '2030-01-01', judgement)[0].measure // 'chair-stand'
 */
export function dueTests(
  records: readonly StoredMeasure[],
  today: string,
  { retest }: Pick<Judgement, 'retest'>,
): DueTest[] {
  const last = new Map<string, string>()
  for (const { measure, takenAt } of latestOf(records).values()) {
    const day = takenAt.slice(0, 10)
    const before = last.get(measure)
    if (before === undefined || day < before) last.set(measure, day)
  }
  const plus = (day: string, days: number) => formatISO(addDays(parseISO(day), days), { representation: 'date' })
  const until = plus(today, retest.aheadDays)
  return [...last]
    .map(([measure, lastOn]) => ({ measure, lastOn, on: plus(lastOn, retest.days) }))
    .filter(({ on }) => on <= until)
    .toSorted((a, b) => a.on.localeCompare(b.on) || a.measure.localeCompare(b.measure))
}
