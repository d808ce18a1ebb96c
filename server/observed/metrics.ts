import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client'
import { linesTo } from '../database/database'
import { transactions } from '../database/transaction'
import { triedAgain } from '../database/trying'
import { lines } from '../live/lines'

/** In seconds: what is felt begins at a tenth, what is waited for at one. */
const SECONDS = [0.005, 0.01, 0.025, 0.05, 0.1, 0.15, 0.25, 0.5, 1, 2.5, 5, 10]

/** What this server says of itself, as Prometheus reads it. No label names a practice, a person or an address. */
const registry = new Registry()

const requests = new Histogram({
  name: 'circle_request_seconds',
  help: 'How long requests took, by route; those that follow a class are not in it.',
  labelNames: ['method', 'route', 'status'],
  buckets: SECONDS,
  registers: [registry],
})
const uncaught = new Counter({
  name: 'circle_errors_total',
  help: 'Requests that ended with a mistake of the server, by route.',
  labelNames: ['method', 'route'],
  registers: [registry],
})
new Gauge({
  name: 'circle_streams',
  help: 'Screens that follow a class now.',
  registers: [registry],
  collect() {
    this.set(lines.count)
  },
})
new Gauge({
  name: 'circle_database_lines',
  help: 'Lines to the database, by what they do; requests that wait for one.',
  labelNames: ['state'],
  registers: [registry],
  collect() {
    for (const [state, count] of Object.entries(linesTo())) this.set({ state }, count)
  },
})
new Gauge({
  name: 'circle_tried_again_total',
  help: 'Work with the database that was tried again, and why.',
  labelNames: ['why'],
  registers: [registry],
  collect() {
    for (const [why, count] of Object.entries(triedAgain)) this.set({ why }, count)
  },
})

new Gauge({
  name: 'circle_transactions_total',
  help: 'Transactions with the database, each try by itself.',
  registers: [registry],
  collect() {
    this.set(transactions.count)
  },
})
new Gauge({
  name: 'circle_transaction_seconds_total',
  help: 'How long they took together, from their first word to the last.',
  registers: [registry],
  collect() {
    this.set(transactions.seconds)
  },
})

let isWatched = false

/** All of it as text. What watches the process itself begins with the first who asks. */
export async function metricsText(): Promise<string> {
  if (!isWatched) collectDefaultMetrics({ register: registry })
  isWatched = true
  return registry.metrics()
}

/** A request as it is counted: by its route, never by its address, which names people. */
export interface Counted {
  method: string
  route: string
  status: number
  seconds: number
}

export function countRequest({ method, route, status, seconds }: Counted): void {
  requests.observe({ method, route, status: `${Math.floor(status / 100)}xx` }, seconds)
  if (status >= 500 && status !== 503) uncaught.inc({ method, route })
}
