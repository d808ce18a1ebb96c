import { planSchema } from '../../core/formats/planJson'
import { readPlanSchema } from '../../core/contract/movements'
import { answer } from '../http/answer'

export default answer(readPlanSchema, async () => ({ ...planSchema() }))
