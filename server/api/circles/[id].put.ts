import { CircleFields } from '../../../core/circle/circle'
import { circleById, saveCircle } from '../../database/circles'
import { idOf, readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await circleById(db, practiceId, idOf(event))
  return saveCircle(db, practiceId, await readInput(event, CircleFields), id)
})
