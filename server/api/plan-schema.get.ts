import { planSchema } from '../../core/formats/planJson'
import { accountRoute } from '../http/routes'

/** The JSON Schema of a plan's file. */
export default accountRoute(async () => planSchema())
