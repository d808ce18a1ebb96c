import { X509Certificate } from 'node:crypto'
import { createServer } from 'node:http'
import { say } from './say.mjs'
import { trustPage } from './trustPage.mjs'

const FILE = '/unhurried-circle.crt'

/**
 * Serves the page that helps a tablet trust this machine, over plain http: whoever opens it sees no warning that they
 * would have to click away. What it serves is no secret; it is checked by the code that the start command prints.
 *
 * @param certificate as `certificateFor` hands it over
 * @param port of the application; the page is on the next one
 * @returns the server; null where the port is taken, which is said
 */
export function serveTrust({ authority, fingerprint, names }, port) {
  const { raw, validTo } = new X509Certificate(authority)
  const server = createServer((request, reply) => {
    reply.setHeader('x-content-type-options', 'nosniff')
    reply.setHeader('cache-control', 'no-store')
    if (request.method !== 'GET') return reply.writeHead(405).end()
    if (request.url === FILE)
      return reply
        .writeHead(200, {
          'content-type': 'application/x-x509-ca-cert',
          'content-disposition': `attachment; filename="${FILE.slice(1)}"`,
        })
        .end(raw)
    if (request.url !== '/') return reply.writeHead(404).end('There is nothing here with this name.')
    // Only what the certificate names is said back: the header may hold anything.
    const asked = (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase()
    const host = names.includes(asked) ? asked : names[0]
    reply.writeHead(200, {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
    })
    return reply.end(trustPage({ fingerprint, names, ends: validTo, file: FILE, address: `https://${host}:${port}` }))
  })
  return new Promise((resolve) => {
    server.once('error', (error) => {
      say(`The page that helps tablets trust this machine cannot be opened on port ${port + 1} (${error.code}).`)
      resolve(null)
    })
    server.listen(port + 1, '0.0.0.0', () => resolve(server))
  })
}
