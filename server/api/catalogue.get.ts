import { packedCatalogue } from '../catalogue/packedCatalogue'
import { practiceCatalogue } from '../catalogue/practiceCatalogue'
import { accountRoute } from '../http/routes'

export default accountRoute(async ({ event, db, practiceId }) => {
  const { text, zipped, etag } = packedCatalogue(await practiceCatalogue(db, practiceId))
  setResponseHeaders(event, {
    'cache-control': 'private, no-cache',
    'content-type': 'application/json',
    etag,
    vary: 'accept-encoding',
  })
  if (getRequestHeader(event, 'if-none-match') === etag) {
    setResponseStatus(event, 304)
    return null
  }
  if (!getRequestHeader(event, 'accept-encoding')?.includes('gzip')) return text
  setResponseHeader(event, 'content-encoding', 'gzip')
  return zipped
})
