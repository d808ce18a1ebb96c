import { ownMovementsOf } from '../../database/ownMovements'
import { readOwnMovements } from '../../../core/contract/movements'
import { answer } from '../../http/answer'

export default answer(readOwnMovements, async ({ scope }) => (await ownMovementsOf(scope)).map(({ entry }) => entry.id))
