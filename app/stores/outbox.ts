import { sure } from '~~/core/entries'
import { openDB, type IDBPDatabase } from 'idb'
import { z } from 'zod'
import { sendMessage } from '~~/core/contract/meetings'
import { Message } from '~~/core/lead/message'
import { refusalOf } from '~/composables/useRefusal'

/** What an earlier version of the application kept under another name is taken over. */
const Kept = z.preprocess(
  (kept) => (isLegacy(kept) ? { ...kept, message: kept.letter } : kept),
  z.object({
    /** A later message under the same name replaces an earlier one: only the last arrival of a person counts. */
    name: z.string(),
    at: z.number(),
    practiceId: z.string(),
    meetingId: z.string(),
    message: Message,
    /** What the server said against it; it is kept and shown, not sent again by itself. */
    refused: z.string().default(''),
  }),
)
function isLegacy(kept: unknown): kept is { letter: unknown } {
  return typeof kept === 'object' && kept !== null && 'letter' in kept && !('message' in kept)
}
export type Kept = z.infer<typeof Kept>

const FIRST_RETRY_MS = 2000
const LAST_RETRY_MS = 30_000

/**
 * Messages to the server, kept in this browser until they have arrived: through a dropped network, a closed tab and a
 * server that is down. Sending one twice is harmless, so two tabs may both empty the box.
 */
export const useOutbox = defineStore('outbox', () => {
  const { account } = useAccount()
  const messages = shallowRef<Kept[]>([])
  const isOffline = ref(false)
  const needsSignIn = ref(false)
  const waiting = computed(() => messages.value.filter((kept) => kept.refused === '').length)
  const refused = computed(() => messages.value.filter((kept) => kept.refused !== ''))
  let box: Promise<IDBPDatabase> | undefined
  let sending: Promise<void> | undefined
  let retryMs = FIRST_RETRY_MS
  let timer: ReturnType<typeof setTimeout> | undefined

  const opened = () =>
    (box ??= openDB('unhurried-circle', 1, {
      upgrade: (db) => void db.createObjectStore('outbox', { keyPath: 'name' }),
    }))

  /** Reads what an earlier visit left and sends it. */
  async function open(): Promise<void> {
    const found = await (await opened()).getAll('outbox')
    messages.value = found
      .flatMap((kept) => Kept.safeParse(kept).data ?? [])
      .filter((kept) => kept.practiceId === account.value?.practiceId)
      .sort((a, b) => a.at - b.at)
    void send()
  }

  async function put(meetingId: string, name: string, message: Message): Promise<void> {
    const kept: Kept = {
      name,
      at: Date.now(),
      practiceId: sure(account.value, 'Nobody is signed in.').practiceId,
      meetingId,
      message: structuredClone(toRaw(message)),
      refused: '',
    }
    messages.value = [...messages.value.filter((other) => other.name !== name), kept]
    await (await opened()).put('outbox', kept)
    void send()
  }

  async function drop(kept: Kept): Promise<void> {
    if (messages.value.every((other) => other !== kept)) return
    messages.value = messages.value.filter((other) => other !== kept)
    await (await opened()).delete('outbox', kept.name)
  }

  function send(): Promise<void> {
    return (sending ??= empty().finally(() => (sending = undefined)))
  }

  async function empty(): Promise<void> {
    clearTimeout(timer)
    for (let next = oldest(); next !== undefined; next = oldest()) {
      try {
        await call(sendMessage, { params: { id: next.meetingId }, body: { message: next.message } })
        retryMs = FIRST_RETRY_MS
        isOffline.value = needsSignIn.value = false
        await drop(next)
      } catch (error) {
        const { kind, status, message } = refusalOf(error)
        if (kind === 'broken' || !isWorthRetrying(status)) {
          await refuse(next, message)
          continue
        }
        isOffline.value = status !== 401
        needsSignIn.value = status === 401
        timer = setTimeout(() => void send(), retryMs)
        retryMs = Math.min(LAST_RETRY_MS, retryMs * 2)
        return
      }
    }
  }

  /** What waits to be sent in a meeting, the oldest first. */
  function waitingFor(meetingId: string): Message[] {
    return messages.value
      .filter((kept) => kept.meetingId === meetingId && kept.refused === '')
      .map((kept) => kept.message)
  }

  function oldest(): Kept | undefined {
    return messages.value.find((kept) => kept.refused === '')
  }

  async function refuse(kept: Kept, message: string): Promise<void> {
    const marked = { ...kept, refused: message }
    messages.value = messages.value.map((other) => (other === kept ? marked : other))
    await (await opened()).put('outbox', marked)
  }

  if (import.meta.client) window.addEventListener('online', () => void send())
  return { messages, waiting, waitingFor, refused, isOffline, needsSignIn, open, put, drop, send }
})

/**
 * Whether the same may be taken another time: nobody answered, nobody is signed in, too often, or the server failed.
 */
function isWorthRetrying(status: number): boolean {
  return status === 0 || status === 401 || status === 429 || status >= 500
}
