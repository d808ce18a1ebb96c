import { CircleFields } from '../../../core/room/circle'
import { circleById, saveCircle } from '../../database/circles'
import { idOf, readInput } from '../../session/readInput'
import { leadRoute } from '../../session/routes'

export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await circleById(db, practiceId, idOf(event))
  return saveCircle(db, practiceId, await readInput(event, CircleFields), id)
})
