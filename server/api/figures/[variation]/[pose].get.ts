import { ownFigure } from '../../../documents/figures'
import { refusal } from '../../../http/refuse'
import { accountRoute } from '../../../http/routes'

/** The figure of a practice's own variation; shipped ones are files. */
export default accountRoute(async ({ event, db, practiceId }) => {
  const figure = await ownFigure(
    db,
    practiceId,
    getRouterParam(event, 'variation') ?? '',
    getRouterParam(event, 'pose') ?? '',
  )
  if (!figure) throw refusal(404, 'not-found', 'There is no such figure.')
  setResponseHeader(event, 'content-type', 'image/svg+xml')
  return figure
})
