import { drawFigure, frameAround, svgOf } from '../../../../core/body/draw'
import { bodyOf } from '../../../../core/body/figure'
import { sceneOf } from '../../../../core/body/scene'
import { ownMovementsOf } from '../../../database/ownMovements'
import { refusal } from '../../../session/refuse'
import { accountRoute } from '../../../session/routes'

/** The figure of a practice's own variation; shipped ones are files. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const own = await ownMovementsOf(db, practiceId)
  const poses = own.map(({ figures }) => figures[getRouterParam(event, 'variation') ?? '']).find((found) => found !== undefined)
  const wanted = poses?.[(getRouterParam(event, 'pose') ?? '') as 'start']
  if (!poses || !wanted) throw refusal(404, 'not-found', 'There is no such figure.')
  const drawings = Object.values(poses).map((pose) => ({ pose, drawing: drawFigure(bodyOf(pose), sceneOf(pose.scene), pose.camera) }))
  setResponseHeader(event, 'content-type', 'image/svg+xml')
  return svgOf(drawings.find(({ pose }) => pose === wanted)!.drawing, frameAround(drawings.map(({ drawing }) => drawing)))
})
