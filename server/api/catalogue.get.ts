import { packedCatalogue } from '../catalogue/packedCatalogue'
import { practiceCatalogue } from '../catalogue/practiceCatalogue'
import { readCatalogue } from '../../core/contract/movements'
import { answerLooking } from '../http/answer'
import { Ready } from '../http/ready'

export default answerLooking(readCatalogue, async ({ event, scope }) => {
  const { text, zipped, etag } = packedCatalogue(await practiceCatalogue(scope))
  setResponseHeaders(event, {
    'cache-control': 'private, no-cache',
    etag,
    vary: 'accept-encoding',
  })
  if (getRequestHeader(event, 'if-none-match') === etag) {
    setResponseStatus(event, 304)
    return new Ready(null)
  }
  if (!getRequestHeader(event, 'accept-encoding')?.includes('gzip')) return new Ready(text)
  setResponseHeader(event, 'content-encoding', 'gzip')
  return new Ready(zipped)
})
