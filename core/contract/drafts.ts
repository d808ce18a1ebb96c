import { z } from 'zod'
import { route } from './route'

/** Something that somebody has begun in a form, and left lying. */
export const AccountDraft = z.object({
  /** What it is of. */
  of: z.string().min(1).max(190),
  /** When it was typed last. */
  at: z.iso.datetime(),
  value: z.unknown(),
})
export type AccountDraft = z.infer<typeof AccountDraft>

const Kept = z.object({ kept: z.literal(true) })
/** What the own account has begun elsewhere, or long ago. */
export const readDrafts = route({
  method: 'GET',
  path: '/api/account/drafts',
  may: 'account',
  reply: z.array(AccountDraft),
})
/** Takes over what has been lying in a browser for a day. */
export const keepDraft = route({
  method: 'PUT',
  path: '/api/account/drafts',
  may: 'account',
  body: AccountDraft,
  reply: Kept,
})
/** It was saved, or thrown away. */
export const forgetDraft = route({
  method: 'DELETE',
  path: '/api/account/drafts',
  may: 'account',
  body: z.object({ of: AccountDraft.shape.of }),
  reply: z.object({ forgotten: z.literal(true) }),
})
