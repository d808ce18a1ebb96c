/** Each new one goes where the fewest of its kind are. */
const BACKEND = `  mode http
  balance leastconn
  option httpchk GET /api/health
  default-server inter 500ms fall 2 rise 1 on-marked-down shutdown-sessions
  # What only asks is asked of another server where one goes; what changes something is sent again by whoever sent it.
  retry-on conn-failure empty-response response-timeout
  http-request disable-l7-retry unless METH_GET`

/**
 * What HAProxy is told: one address for the database, of whose servers one is written to at a time, and one for the
 * application, whose servers share the screens.
 *
 * Written to one: two that write the same at once stand in each other's way, and of the two one is thrown back.
 *
 * @param database `{ listen, nodes: [{ name, address, check }] }`, addresses as `host:port`; `check` is where the
 *   node's own check answers
 * @param web `{ listen, servers: [{ name, address }] }`
 * @param stats where HAProxy says how it goes, as a page; empty: nowhere
 * @param lines how many lines it holds at most
 */
export function haproxyConfig({ database, web, stats = '', lines = 20_000 }) {
  return `# Unhurried Circle: one address for the database, one for the application. See docs/running-for-many.md.
global
  maxconn ${lines}

defaults
  timeout connect 2s
  # A screen that follows a class holds its line for hours.
  timeout client 1h
  timeout server 1h
  timeout check 1s
  option redispatch 1
  retries 3

listen database
  bind ${database.listen}
  mode tcp
  option tcpka
  option httpchk GET /
  # A node that goes takes its lines along at once; when the first is back, all go back to it, so that one is written to.
  default-server inter 500ms fall 2 rise 2 on-marked-down shutdown-sessions
${database.nodes.map(nodeLine).join('\n')}

frontend circle
  bind ${web.listen}
  mode http
  option forwardfor
  # A stream is held for hours. Counted with them, what is asked would all go to the server that holds one fewer.
  use_backend streams if { path_end /stream }
  default_backend requests

backend streams
${BACKEND}
${web.servers.map(({ name, address }) => `  server ${name} ${address} check`).join('\n')}

backend requests
${BACKEND}
${web.servers.map(({ name, address }) => `  server ${name} ${address} track streams/${name}`).join('\n')}
${stats === '' ? '' : `\nlisten stats\n  bind ${stats}\n  mode http\n  stats enable\n  stats uri /\n`}`
}

function nodeLine({ name, address, check }, at) {
  const [checkHost, checkPort] = check.split(':')
  const where = `check addr ${checkHost} port ${checkPort}`
  return `  server ${name} ${address} ${where} ${at === 0 ? 'on-marked-up shutdown-backup-sessions' : 'backup'}`
}
