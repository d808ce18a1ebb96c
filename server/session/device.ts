import { createHash, randomBytes } from 'node:crypto'
import type { H3Event } from 'h3'
import { DEVICE_DAYS } from '../database/devices'

const NAME = 'circle-device'
const SECONDS = DEVICE_DAYS * 24 * 60 * 60

/**
 * What a device carries that somebody has signed in on: it opens nothing, but its tries at signing in are counted by
 * themselves, so that nobody can lock people out of their own tablets.
 *
 * @returns its hash, as it is stored; null: it carries nothing
 */
export function deviceOf(event: H3Event): string | null {
  const carried = getCookie(event, NAME)
  return carried === undefined ? null : hashOf(carried)
}

/** Gives a device something to carry, or lets it keep what it has for longer; its hash. */
export function markDevice(event: H3Event): string {
  const carried = getCookie(event, NAME) ?? randomBytes(32).toString('base64url')
  const { https } = useRuntimeConfig(event)
  setCookie(event, NAME, carried, {
    ...{ httpOnly: true, sameSite: 'strict', secure: https, path: '/api/session', maxAge: SECONDS },
  })
  return hashOf(carried)
}

function hashOf(carried: string): string {
  return createHash('sha256').update(carried).digest('hex')
}
