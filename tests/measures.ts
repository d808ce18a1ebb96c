import type { Measure } from '../core/catalogue/measure'
import type { StoredMeasure } from '../core/measure/record'
import { shippedCatalogue } from './shippedCatalogue'

/** A measure that ships, by its id. */
export function shippedMeasure(id: string): Measure {
  const measure = shippedCatalogue().measures.get(id)
  if (!measure) throw new Error(`No measure is called ${id}.`)
  return measure
}

let count = 0
/** A stored result; every case says what differs. */
export function storedMeasure(measure: string, value: number, change: Partial<StoredMeasure> = {}): StoredMeasure {
  count += 1
  return {
    id: `00000000-0000-4000-8000-${String(count).padStart(12, '0')}`,
    measure,
    side: 'both',
    value,
    tries: [value],
    setting: null,
    pain: null,
    note: '',
    simulated: false,
    takenAt: '2026-11-20T10:00:00.000Z',
    replaces: null,
    enteredBy: 'Marit Solvang',
    enteredAt: '2026-11-20T10:00:00.000Z',
    replacedBy: null,
    ...change,
  }
}
