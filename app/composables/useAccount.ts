import { z } from 'zod'

const AccountView = z.object({
  id: z.string(),
  practiceId: z.string(),
  name: z.string(),
  practiceName: z.string(),
  role: z.enum(['lead', 'helper']),
})

/** Who is signed in, as the interface needs it. */
export function useAccount() {
  const session = useUserSession()
  const account = computed(() => AccountView.safeParse(session.user.value).data ?? null)
  const isLead = computed(() => account.value?.role === 'lead')
  async function signOut(): Promise<void> {
    await $fetch('/api/session', { method: 'DELETE' })
    await session.fetch()
    await navigateTo('/sign-in')
  }
  return { account, isLead, signOut, refresh: session.fetch }
}
