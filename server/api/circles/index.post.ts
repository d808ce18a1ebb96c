import { CircleFields } from '../../../core/room/circle'
import { saveCircle } from '../../database/circles'
import { readInput } from '../../session/readInput'
import { leadRoute } from '../../session/routes'

export default leadRoute(async ({ event, db, practiceId }) =>
  saveCircle(db, practiceId, await readInput(event, CircleFields)),
)
