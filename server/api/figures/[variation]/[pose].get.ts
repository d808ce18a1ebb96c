import { NotFound } from '../../../database/rows'
import { ownFigure } from '../../../documents/figures'
import { readFigure } from '../../../../core/contract/movements'
import { answerLooking } from '../../../http/answer'

export default answerLooking(readFigure, async ({ event, scope, params }) => {
  const figure = await ownFigure(scope, params.variation, params.pose)
  if (!figure) throw new NotFound('There is no such figure.')
  setResponseHeader(event, 'content-type', 'image/svg+xml')
  return figure
})
