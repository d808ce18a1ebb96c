import { randomUUID } from 'node:crypto'
import type { H3Event } from 'h3'
import { routeFor } from '../../core/contract/routes'
import { database } from '../database/database'
import { loads } from '../observed/loads'
import { log, logAsJson } from '../observed/log'
import { countRequest } from '../observed/metrics'

/** One practice by itself is looked at by nobody from minute to minute. */
const WRITTEN_DOWN_MS = { alone: 15 * 60_000, shared: 60_000 }

declare module 'h3' {
  interface H3EventContext {
    /** An id of chance that ties together what the log says of one request. */
    request: string
  }
}

/** Every request is counted once it was answered; how much each practice asks is written down by the minute. */
export default defineNitroPlugin(({ hooks }) => {
  const { logs, database: config } = useRuntimeConfig()
  const isLogged = logs === 'json'
  if (isLogged) logAsJson()
  hooks.hook('request', (event) => {
    const began = performance.now()
    event.context.request = randomUUID()
    event.node.res.once('close', () => answered(event, performance.now() - began, isLogged))
  })
  const writing = setInterval(
    () => void loads.writeDown(database()),
    config.isShared ? WRITTEN_DOWN_MS.shared : WRITTEN_DOWN_MS.alone,
  )
  hooks.hook('close', async () => {
    clearInterval(writing)
    await loads.writeDown(database())
  })
})

function answered(event: H3Event, ms: number, isLogged: boolean): void {
  const { method } = event
  const route = routeFor(method, event.path.split('?')[0] ?? '')
  const path = route?.path ?? (event.path.startsWith('/api/') ? 'unknown' : 'page or file')
  const status = event.node.res.statusCode
  const { signedIn } = event.context
  // How long somebody followed a class says nothing of the server.
  const isHeld = route?.file === 'text/event-stream'
  if (!isHeld) countRequest({ method, route: path, status, seconds: ms / 1000 })
  if (signedIn) loads.answered(signedIn.account.practiceId, { isWrite: method !== 'GET', status, ms: isHeld ? 0 : ms })
  if (isLogged)
    log({
      ...{ level: status >= 500 ? 'error' : 'info', said: 'answered', request: event.context.request },
      ...{ method, route: path, status, ms: Math.round(ms) },
    })
}
