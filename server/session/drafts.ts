import { database } from '../database/database'
import { Drafts } from '../database/drafts'

let kept: Drafts | undefined

/** What the accounts of this installation have begun. */
export function drafts(): Drafts {
  return (kept ??= new Drafts(database(), useRuntimeConfig().accessKey))
}
