import { rmSync } from 'node:fs'
import { createServer } from 'node:http'
import { monitorEventLoopDelay } from 'node:perf_hooks'
import { isMainThread } from 'node:worker_threads'

// Loaded into a server before its own code: says how long its event loop was held, in milliseconds, since it was asked
// last. The samples are a millisecond apart, so what is measured is what another request would have waited.
if (isMainThread) {
  const delays = monitorEventLoopDelay({ resolution: 1 })
  delays.enable()
  rmSync(process.env.CIRCLE_LOOP_SOCKET, { force: true })
  createServer((_, reply) => {
    const ms = (nanoseconds) => Math.round(nanoseconds / 1e4) / 100
    reply.end(JSON.stringify({ max: ms(delays.max), p999: ms(delays.percentile(99.9)), samples: delays.count }))
    delays.reset()
  })
    .listen(process.env.CIRCLE_LOOP_SOCKET)
    .unref()
}
