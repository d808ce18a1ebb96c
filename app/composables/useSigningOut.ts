import { signOut as leave } from '~~/core/contract/session'
import { forgetDrafts, NOBODY, openDrafts } from '~/live/drafts'
import { forgetKnown } from '~/live/known'
import { refusalOf } from './useRefusal'

/** Signing out, and what of it has to go from this browser. */
export function useSigningOut() {
  const { account, forget } = useAccount()
  const outbox = useOutbox()

  /**
   * Ends the session; what was begun in forms, and all that is known of the days' meetings, is forgotten here, since it
   * is about somebody's health.
   *
   * @throws FetchError where the server cannot be reached
   */
  async function signOut(): Promise<void> {
    const id = account.value?.id
    // A session that was over already is over; what is kept here has to go all the same.
    await call(leave, { query: { waits: outbox.waiting > 0 ? 'yes' : 'no' } }).catch((error) => {
      if (refusalOf(error).status !== 401) throw error
    })
    if (id) await forgetDrafts(id)
    await forgetKnown(null)
    await outbox.close()
    await openDrafts(NOBODY)
    forget()
    await navigateTo('/sign-in')
  }
  return { signOut }
}
