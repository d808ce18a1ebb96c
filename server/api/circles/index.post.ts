import { CircleFields } from '../../../core/circle/circle'
import { saveCircle } from '../../database/circles'
import { readInput } from '../../http/readInput'
import { leadRoute } from '../../http/routes'

export default leadRoute(async ({ event, db, practiceId }) =>
  saveCircle(db, practiceId, await readInput(event, CircleFields)),
)
