import type { H3Event } from 'h3'

/**
 * Where a request comes from: the other end of the line, or what a proxy says of it that was named as one. What anybody
 * else says of where they come from is not believed.
 *
 * @param proxies addresses of proxies before this server
 */
export function addressOf({ node: { req } }: Pick<H3Event, 'node'>, proxies: readonly string[]): string {
  const said = String(req.headers['x-forwarded-for'] ?? '')
    .split(',')
    .map((part) => part.trim())
    .filter((part) => part !== '')
  // Each proxy writes down whom it spoke to, last of all: read backwards for as long as it is one of them.
  const line = [plain(req.socket.remoteAddress ?? ''), ...said.toReversed().map(plain)]
  return line.find((address) => !proxies.includes(address)) ?? line.at(-1) ?? ''
}

/** An IPv4 address as such, also where the line speaks IPv6. */
function plain(address: string): string {
  return address.replace(/^::ffff:/, '')
}
