import { z } from 'zod'
import { Account } from './account'
import { route } from './route'

/** What the first screen asks before it knows anything: few schemas, since every start pays for them. */

/** Who is signed in; null: nobody. And whether there is no practice yet, so that the first screen asks once. */
export const readSession = route({
  method: 'GET',
  path: '/api/session',
  may: 'anybody',
  reply: z.object({ account: Account.nullable(), needsSetup: z.boolean() }),
})
export const signOut = route({
  method: 'DELETE',
  path: '/api/session',
  may: 'account',
  /** Whether something waits in the browser that is still to be sent: then its storage is not cleared. */
  query: z.object({ waits: z.enum(['yes', 'no']).default('no') }),
  reply: z.object({ signedOut: z.literal(true) }),
})
