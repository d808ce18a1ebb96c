import { timingSafeEqual } from 'node:crypto'
import { getRequestHeader, setResponseHeader } from 'h3'
import { readMetrics } from '../../core/contract/practice'
import { answerAnybody } from '../http/answer'
import { Ready } from '../http/ready'
import { refusal } from '../http/refuse'
import { metricsText } from '../observed/metrics'

/** For whoever watches servers: with a token where one is set, else only from this machine itself. */
export default answerAnybody(readMetrics, async ({ event }) => {
  const { metricsToken } = useRuntimeConfig(event)
  const shown = Buffer.from((getRequestHeader(event, 'authorization') ?? '').replace(/^Bearer /, ''))
  const wanted = Buffer.from(metricsToken)
  const isHere = isLoopback(event.node.req.socket.remoteAddress) && !getRequestHeader(event, 'x-forwarded-for')
  const isWelcome = metricsToken === '' ? isHere : shown.length === wanted.length && timingSafeEqual(shown, wanted)
  if (!isWelcome) throw refusal(403, 'not-for-you', 'How this server fares is for whoever runs it.')
  setResponseHeader(event, 'content-type', 'text/plain; version=0.0.4; charset=utf-8')
  return new Ready(await metricsText())
})

function isLoopback(address = ''): boolean {
  return ['127.0.0.1', '::1', '::ffff:127.0.0.1'].includes(address)
}
