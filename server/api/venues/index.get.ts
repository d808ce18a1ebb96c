import { venuesOf } from '../../database/circles'
import { readVenues } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

export default answer(readVenues, ({ scope }) => venuesOf(scope))
