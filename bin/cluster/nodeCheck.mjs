import { createServer } from 'node:http'
import { parseArgs } from 'node:util'
import mysql from 'mysql2/promise'

/**
 * Says over HTTP whether a database server of a cluster takes work: 200 or 503, with a word. HAProxy asks it, since a
 * node that has lost the others, or still catches up with them, takes lines all the same. A program of its own, one for
 * each node or one for several:
 *
 *     CIRCLE_CHECK_PASSWORD=… node bin/cluster/nodeCheck.mjs --user circle-check --node 3311:3306
 *
 * checks the node on port 3306 for whoever asks on port 3311. Its user needs no rights at all.
 */
const WITHIN_MS = 1_000

const { values } = parseArgs({
  options: {
    node: { type: 'string', multiple: true, default: [] },
    user: { type: 'string', default: 'circle-check' },
    host: { type: 'string', default: '127.0.0.1' },
    listen: { type: 'string', default: '127.0.0.1' },
  },
})
const ends = values.node.map((one) => serve(...one.split(':').map(Number)))
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => Promise.all(ends).then(() => process.exit(0)))

function serve(checkPort, port) {
  let line = null
  const ask = async () => {
    line ??= mysql.createConnection({
      ...{ host: values.host, port, user: values.user, password: process.env.CIRCLE_CHECK_PASSWORD ?? '' },
      connectTimeout: WITHIN_MS,
    })
    try {
      const connection = await line
      connection.on('error', () => (line = null))
      const sql = "show status where variable_name in ('wsrep_ready', 'wsrep_local_state')"
      const [rows] = await connection.query({ sql, timeout: WITHIN_MS })
      const said = Object.fromEntries(rows.map(({ Variable_name: name, Value: value }) => [name, value]))
      return said.wsrep_ready === 'ON' && said.wsrep_local_state === '4'
    } catch {
      line?.then(
        (connection) => connection.destroy(),
        () => {},
      )
      line = null
      return false
    }
  }
  const server = createServer(async (_, reply) => {
    const isReady = await ask()
    reply.writeHead(isReady ? 200 : 503, { 'content-type': 'text/plain' }).end(isReady ? 'takes work\n' : 'not now\n')
  })
  server.listen(checkPort, values.listen)
  return server
}
