import { readFileSync } from 'node:fs'
import type { Catalogue } from '../../core/catalogue/catalogue'
import type { Plan } from '../../core/plan/plan'
import { planOfReady, type ReadyPlan } from '../../core/plan/readyPlan'
import { builtFile } from '../built/builtFile'

/** The plans that ship, whole: read and checked when they were built, see `server/built`. */
export function readyPlans(catalogue: Catalogue): Plan[] {
  const rows: ReadyPlan[] = JSON.parse(readFileSync(builtFile('readyPlans.json'), 'utf8'))
  return rows.flatMap((row) => planOfReady(row, catalogue) ?? [])
}
