import { circlesOf } from '../../database/circles'
import { readCircles } from '../../../core/contract/circles'
import { answer } from '../../http/answer'

export default answer(readCircles, ({ scope }) => circlesOf(scope))
