import { useLocalStorage } from '@vueuse/core'
import { Account, signOut as leave } from '~~/core/contract/practice'
import { forgetKnown } from '~/live/known'
import { keptJson } from '~/live/keptJson'

/** Who was signed in last, for a start without the server: a name, and nothing of anybody's health. */
const keptAccount = useLocalStorage<string>('unhurried-circle-account', '')

/** Who is signed in, as the interface needs it. */
export function useAccount() {
  const session = useUserSession()
  /** Whether the server could not say who is signed in: then it is whoever was the last time. */
  const isUnasked = computed(() => session.session.value === null)
  const account = computed(() => {
    const said = Account.safeParse(session.user.value).data
    return said ?? (isUnasked.value ? (Account.safeParse(keptJson(keptAccount.value)).data ?? null) : null)
  })
  const isLead = computed(() => account.value?.role === 'lead')

  /** Asks the server again who is signed in; keeps it for a start without the server. */
  async function refresh(): Promise<void> {
    await session.fetch()
    remember()
  }
  function remember(): void {
    if (!isUnasked.value) keptAccount.value = session.user.value ? JSON.stringify(session.user.value) : ''
  }
  /**
   * Ends the session; what was begun in forms, and all that is known of the days' meetings, is forgotten here, since it
   * is about somebody's health.
   */
  async function signOut(): Promise<void> {
    const id = account.value?.id
    await call(leave)
    keptAccount.value = ''
    if (id) forgetDrafts(id)
    await forgetKnown(null)
    await useOutbox().close()
    await session.fetch()
    await navigateTo('/sign-in')
  }
  return { account, isLead, isUnasked, signOut, refresh, remember }
}
