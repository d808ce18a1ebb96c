import { packedCatalogue } from '../catalogue/packedCatalogue'
import { accountRoute } from '../session/routes'

export default accountRoute(async ({ event }) => {
  const { text, zipped, etag } = await packedCatalogue()
  setResponseHeaders(event, { 'cache-control': 'private, no-cache', 'content-type': 'application/json', etag, vary: 'accept-encoding' })
  if (getRequestHeader(event, 'if-none-match') === etag) {
    setResponseStatus(event, 304)
    return null
  }
  if (!getRequestHeader(event, 'accept-encoding')?.includes('gzip')) return text
  setResponseHeader(event, 'content-encoding', 'gzip')
  return zipped
})
