import { circleById } from '../../../database/circles'
import { shelfPlanById } from '../../../database/shelf'
import { courseFor } from '../../../services/courseFor'
import { makeCourse } from '../../../../core/contract/shelf'
import { answer } from '../../../http/answer'

export default answer(makeCourse, async ({ scope, params, body }) => {
  const [shelf, circle] = await Promise.all([shelfPlanById(scope, params.id), circleById(scope, body.circleId)])
  return courseFor(scope, shelf, circle, body)
})
