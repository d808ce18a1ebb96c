import { createHash, timingSafeEqual } from 'node:crypto'
import type { H3Event } from 'h3'
import { notValid } from '../http/refuse'
import { callerAddress } from './accessed'
import { attempts } from './attempts'

/**
 * Asks for the code that the start command has printed: whoever sets up a practice, or restores one, sat at the
 * machine.
 *
 * @throws 422 where it is another one, 429 after too many
 */
export async function requireSetupCode(event: H3Event, code: string): Promise<void> {
  const { setupCode } = useRuntimeConfig(event)
  const counted = await attempts().countOfAddress(callerAddress(event))
  if (setupCode === '' || !timingSafeEqual(hashOf(code), hashOf(setupCode)))
    throw notValid({ code: 'This is not the code that stands in the window in which the server was started.' })
  await counted.wasRight()
}

/** Hashes are of one length; spaces, dashes and capitals make no difference to who types it. */
function hashOf(code: string): Buffer {
  return createHash('sha256')
    .update(code.toLowerCase().replace(/[^a-z0-9]/g, ''))
    .digest()
}
