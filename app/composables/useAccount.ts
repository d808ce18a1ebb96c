import { Account, signOut as leave } from '~~/core/contract/practice'

/** Who is signed in, as the interface needs it. */
export function useAccount() {
  const session = useUserSession()
  const account = computed(() => Account.safeParse(session.user.value).data ?? null)
  const isLead = computed(() => account.value?.role === 'lead')
  /** Ends the session; what was begun in forms is forgotten here, since it may be about somebody's health. */
  async function signOut(): Promise<void> {
    const id = account.value?.id
    await call(leave)
    if (id) forgetDrafts(id)
    await session.fetch()
    await navigateTo('/sign-in')
  }
  return { account, isLead, signOut, refresh: session.fetch }
}
