import { useLocalStorage } from '@vueuse/core'
import { Account } from '~~/core/contract/account'
import type { ReplyOf } from '~~/core/contract/route'
import { readSession } from '~~/core/contract/session'
import { NOBODY, openDrafts } from '~/live/drafts'
import { keptJson } from '~/live/keptJson'

/** A server that hangs does not keep the application from starting: then it starts with whom it knows. */
const PATIENCE_MS = 4000
/** Who was signed in last, for a start without the server: a name, and nothing of anybody's health. */
const keptAccount = useLocalStorage<string>('unhurried-circle-account', '')

/** Who is signed in, as the interface needs it. */
export function useAccount() {
  /** As the server has said; undefined: it could not be asked yet. */
  const said = useState<Account | null | undefined>('account', () => undefined)
  /** Whether there is no practice yet: then nobody can sign in. */
  const needsSetup = useState('needs-setup', () => false)
  /** Whether the server could not say who is signed in: then it is whoever was the last time. */
  const isUnasked = computed(() => said.value === undefined)
  const account = computed(() => {
    if (said.value !== undefined) return said.value
    return Account.safeParse(keptJson(keptAccount.value)).data ?? null
  })
  const isLead = computed(() => account.value?.role === 'lead')

  /**
   * Asks the server who is signed in; keeps it for a start without the server. Where it does not answer, nothing is
   * changed.
   */
  async function refresh(): Promise<void> {
    const reply = await call(readSession, { patienceMs: PATIENCE_MS }).catch(() => null)
    if (reply !== null) heard(reply)
    await openDrafts(account.value?.id ?? NOBODY, reply !== null)
  }
  /** Whom the server has just let in: it has said so, and is not asked once more. */
  async function arrive(as: Account): Promise<void> {
    heard({ account: as, needsSetup: false })
    await openDrafts(as.id, true)
  }
  /** Takes what the server says of who is signed in, and keeps it for a start without the server. */
  function heard(session: ReplyOf<typeof readSession>): void {
    said.value = session.account
    needsSetup.value = session.needsSetup
    keptAccount.value = session.account ? JSON.stringify(session.account) : ''
  }
  /** Nobody is signed in any more. */
  function forget(): void {
    keptAccount.value = ''
    said.value = null
  }
  return { account, isLead, needsSetup, isUnasked, refresh, arrive, forget }
}
