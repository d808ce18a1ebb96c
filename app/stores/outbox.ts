import { openDB, type IDBPDatabase } from 'idb'
import { z } from 'zod'
import { Letter } from '~~/core/lead/message'
import { refusalOf } from '~/composables/useRefusal'

const Kept = z.object({
  /** A later letter under the same name replaces an earlier one: only the last arrival of a person counts. */
  name: z.string(),
  at: z.number(),
  practiceId: z.string(),
  meetingId: z.string(),
  letter: Letter,
  /** What the server said against it; it is kept and shown, not sent again by itself. */
  refused: z.string().default(''),
})
export type Kept = z.infer<typeof Kept>

const FIRST_RETRY_MS = 2000
const LAST_RETRY_MS = 30_000

/**
 * Letters to the server, kept in this browser until they have arrived: through a dropped network, a closed tab and a
 * server that is down. Sending one twice is harmless, so two tabs may both empty the box.
 */
export const useOutbox = defineStore('outbox', () => {
  const { account } = useAccount()
  const letters = shallowRef<Kept[]>([])
  const isOffline = ref(false)
  const needsSignIn = ref(false)
  const waiting = computed(() => letters.value.filter((kept) => kept.refused === '').length)
  const refused = computed(() => letters.value.filter((kept) => kept.refused !== ''))
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
    letters.value = found
      .flatMap((kept) => Kept.safeParse(kept).data ?? [])
      .filter((kept) => kept.practiceId === account.value?.practiceId)
      .sort((a, b) => a.at - b.at)
    void send()
  }

  async function put(meetingId: string, name: string, letter: Letter): Promise<void> {
    const kept: Kept = {
      name,
      at: Date.now(),
      practiceId: account.value!.practiceId,
      meetingId,
      letter: structuredClone(toRaw(letter)),
      refused: '',
    }
    letters.value = [...letters.value.filter((other) => other.name !== name), kept]
    await (await opened()).put('outbox', kept)
    void send()
  }

  async function drop(kept: Kept): Promise<void> {
    if (letters.value.every((other) => other !== kept)) return
    letters.value = letters.value.filter((other) => other !== kept)
    await (await opened()).delete('outbox', kept.name)
  }

  function send(): Promise<void> {
    return (sending ??= empty().finally(() => (sending = undefined)))
  }

  async function empty(): Promise<void> {
    clearTimeout(timer)
    for (let next = oldest(); next !== undefined; next = oldest()) {
      try {
        await deliver(next)
        retryMs = FIRST_RETRY_MS
        isOffline.value = needsSignIn.value = false
        await drop(next)
      } catch (error) {
        const { status, message } = refusalOf(error)
        if (status === 0 || status === 401 || status === 429 || status >= 500) {
          isOffline.value = status !== 401
          needsSignIn.value = status === 401
          timer = setTimeout(() => void send(), retryMs)
          retryMs = Math.min(LAST_RETRY_MS, retryMs * 2)
          return
        }
        await refuse(next, message)
      }
    }
  }

  function oldest(): Kept | undefined {
    return letters.value.find((kept) => kept.refused === '')
  }

  async function refuse(kept: Kept, message: string): Promise<void> {
    const marked = { ...kept, refused: message }
    letters.value = letters.value.map((other) => (other === kept ? marked : other))
    await (await opened()).put('outbox', marked)
  }

  if (import.meta.client) window.addEventListener('online', () => void send())
  return { letters, waiting, refused, isOffline, needsSignIn, open, put, drop, send }
})

function deliver({ meetingId, letter }: Kept): Promise<unknown> {
  const base = `/api/meetings/${meetingId}`
  switch (letter.kind) {
    case 'outcomes':
      return $fetch(`${base}/outcomes`, { method: 'POST', body: { outcomes: letter.outcomes }, retry: 0 })
    case 'events':
      return $fetch(`${base}/events`, { method: 'POST', body: { events: letter.events }, retry: 0 })
    case 'arrivals':
      return $fetch(`${base}/arrivals`, {
        method: 'PUT',
        body: { participant: letter.participant, arrival: letter.arrival },
        retry: 0,
      })
    case 'seating':
      return $fetch(`${base}/seating`, { method: 'PUT', body: { seating: letter.seating }, retry: 0 })
    case 'accident':
      return $fetch(`${base}/accidents`, { method: 'POST', body: letter.report, retry: 0 })
    case 'choices':
      return $fetch(`${base}/choices`, { method: 'PUT', body: letter.choice, retry: 0 })
  }
}
