import { parse } from 'yaml'
import { z } from 'zod'
import { ReadyPlan } from '../../core/plan/readyPlan'
import { readCatalogueFiles } from './readCatalogueFiles'

/** The plans that ship as they are written. @throws where one of them is not written as it has to be */
export function readReadyPlans(): ReadyPlan[] {
  return z.array(ReadyPlan).parse(parse(readCatalogueFiles()['readyPlans.yaml'] ?? '[]'))
}
