import { connect } from './connection'
import type { Database } from './rows'

let opened: Database | undefined

/** The server's one pool, opened at first use. */
export function database(): Database {
  if (!opened) {
    const { host, port, user, password, name } = useRuntimeConfig().database
    opened = connect({ host, port: Number(port), user, password, name })
  }
  return opened
}
