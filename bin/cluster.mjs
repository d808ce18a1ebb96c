import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { Cluster } from './cluster/cluster.mjs'
import { buildWhenChanged, installModules, installPackages, root } from './programs.mjs'
import { run, say, WayOut } from './say.mjs'

/** `npm run cluster`: three database servers, three of the application and HAProxy, on this machine, to try it. */
await run(async () => {
  const options = readOptions()
  await installPackages({ mariadbd: 'mariadb-server', mariadb: 'mariadb-client', haproxy: 'haproxy', rsync: 'rsync' })
  await installModules()
  await buildWhenChanged()
  const cluster = new Cluster(process.env.CIRCLE_CLUSTER ?? join(root, '.data-cluster'), options)
  let isEnding = false
  const end = async () => {
    if (isEnding) return
    isEnding = true
    say('Stopping …')
    await cluster.stop()
    process.exit(0)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end())
  try {
    await cluster.start(options.empty ? 'empty' : 'demo-when-empty')
  } catch (error) {
    await cluster.stop()
    throw error
  }
  process.stdout.write(`
  Unhurried Circle is ready:  ${cluster.address}
${signIns(cluster.folder)}
  How HAProxy finds it all:   http://127.0.0.1:${cluster.ports.stats}

  Ctrl-C ends it. Kill any of its processes: it is started again, and nobody loses a note.
`)
})

/** Whoever signs in to the made-up circle, as the start command says it too. */
function signIns(folder) {
  const file = join(folder, 'demo-sign-in.txt')
  return existsSync(file) ? readFileSync(file, 'utf8').trimEnd().replaceAll(/^/gm, '  ') : ''
}

function readOptions() {
  try {
    const { values } = parseArgs({
      options: {
        nodes: { type: 'string', default: '3' },
        servers: { type: 'string', default: '3' },
        port: { type: 'string', default: '3230' },
        empty: { type: 'boolean', default: false },
        // On any port that is free: for tests.
        anywhere: { type: 'boolean', default: false },
      },
    })
    const [nodes, servers, port] = [values.nodes, values.servers, values.port].map(Number)
    if (!(nodes >= 1 && nodes <= 5 && servers >= 1 && servers <= 8 && port >= 1024 && port <= 65535)) throw new Error()
    return { nodes, servers, port: values.anywhere ? 0 : port, empty: values.empty }
  } catch {
    throw new WayOut('The options are --nodes 1–5, --servers 1–8, --port NUMBER and --empty.')
  }
}
