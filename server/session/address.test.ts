import { describe, expect, it } from 'vitest'
import { addressOf } from './address'

const asked = (remoteAddress: string, said?: string) =>
  ({ node: { req: { socket: { remoteAddress }, headers: { 'x-forwarded-for': said } } } }) as never

describe('where a request comes from', () => {
  it.each([
    ['the other end of the line', '192.168.1.9', undefined, '192.168.1.9'],
    ['written as IPv4 also where the line speaks IPv6', '::ffff:192.168.1.9', undefined, '192.168.1.9'],
    ['not what a stranger says', '192.168.1.9', '10.0.0.1', '192.168.1.9'],
    ['what a known proxy says', '10.9.9.1', '203.0.113.7', '203.0.113.7'],
    ['what the last proxy wrote, and not what was sent to it', '10.9.9.1', '1.2.3.4, 203.0.113.7', '203.0.113.7'],
    ['through two known proxies', '10.9.9.1', '203.0.113.7, 10.9.9.2', '203.0.113.7'],
    ['the proxy where it says nothing', '10.9.9.1', undefined, '10.9.9.1'],
  ])('is %s', (_, line, said, from) => {
    expect(addressOf(asked(line, said), ['10.9.9.1', '10.9.9.2'])).toBe(from)
  })
})
