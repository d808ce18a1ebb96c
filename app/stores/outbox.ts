import { useIntervalFn, useEventListener } from '@vueuse/core'
import { z } from 'zod'
import { decide, DecisionChoice } from '~~/core/contract/reflection'
import { sendMessage } from '~~/core/contract/meetings'
import { sure } from '~~/core/entries'
import { Message } from '~~/core/lead/message'
import { refusalOf } from '~/composables/useRefusal'
import { messageBox } from '~/live/messageBox'

/** What waits to be sent: something that was said in a meeting, or answers to its decisions. */
const Sendable = z.discriminatedUnion('kind', [
  ...Message.options,
  z.object({ kind: z.literal('decisions'), answers: z.array(DecisionChoice) }),
])
export type Sendable = z.infer<typeof Sendable>

/** What an earlier version of the application kept under another name is taken over. */
const Kept = z.preprocess(
  (kept) => (isLegacy(kept) ? { ...kept, message: kept.letter } : kept),
  z.object({
    name: z.string(),
    /** When it was said, by this device's clock. */
    at: z.number(),
    practiceId: z.string(),
    /** Who said it. */
    by: z.object({ id: z.string(), name: z.string() }).nullable().default(null),
    meetingId: z.string(),
    message: Sendable,
    /** What the server said against it; it is set aside and shown, not sent again by itself. */
    refused: z.string().default(''),
  }),
)
function isLegacy(kept: unknown): kept is { letter: unknown } {
  return typeof kept === 'object' && kept !== null && 'letter' in kept && !('message' in kept)
}
export type Kept = z.infer<typeof Kept>

const FIRST_RETRY_MS = 2000
const LAST_RETRY_MS = 30_000
/** So long the server may take over one message. */
const PATIENCE_MS = 10_000
/** What is longer on its way is said. */
const SAID_AFTER_MS = 3000
/** After so many failures one after the other it is the server that is at fault, and no single message. */
const FAILURES_AT_ONCE = 3
const LOOK_AGAIN_MS = 20_000

/**
 * Messages to the server, kept in this browser until they have arrived: through a dropped network, a closed tab and a
 * server that is down. Where the browser cannot keep them they are sent all the same. Sending one twice is harmless, so
 * two tabs may both empty the box.
 */
export const useOutbox = defineStore('outbox', () => {
  const { account } = useAccount()
  const box = messageBox<Kept>()
  const messages = shallowRef<Kept[]>([])
  /** Kept in the box that no version knows how to read any more. */
  const unreadable = shallowRef<unknown[]>([])
  const isOffline = ref(false)
  const needsSignIn = ref(false)
  /** By name: what neither the browser nor the server holds yet. */
  const unsafe = shallowRef<ReadonlySet<string>>(new Set())
  /** By name: what the browser was asked to keep and could not. */
  const unkept = shallowRef<ReadonlySet<string>>(new Set())
  const now = ref(Date.now())
  const waitingMessages = computed(() => messages.value.filter((kept) => kept.refused === ''))
  const waiting = computed(() => waitingMessages.value.length)
  const refused = computed(() => messages.value.filter((kept) => kept.refused !== ''))
  /** What has been on its way for longer than a moment. */
  const late = computed(() => waitingMessages.value.filter((kept) => now.value - kept.at > SAID_AFTER_MS).length)
  /** Who said what waits, where that is somebody else than who is signed in. */
  const byOthers = computed(() => [
    ...new Set(waitingMessages.value.flatMap(({ by }) => (by && by.id !== account.value?.id ? [by.name] : []))),
  ])
  const refusals = new Set<(kept: Kept, status: number) => boolean>()
  let sending: Promise<void> | undefined
  let retryMs = FIRST_RETRY_MS
  let timer: ReturnType<typeof setTimeout> | undefined

  /** Reads what other windows and earlier visits left, and sends it. Never throws. */
  async function open(): Promise<void> {
    const found = await box.all()
    const practiceId = account.value?.practiceId
    if (found === null || practiceId === undefined) return
    const read = found.map((kept) => Kept.safeParse(kept))
    unreadable.value = found.filter((_, at) => read[at]?.success === false)
    const known = new Map(messages.value.map((kept) => [kept.name, kept]))
    const others = read.flatMap(({ data }) =>
      data && data.practiceId === practiceId && !known.has(data.name) ? data : [],
    )
    if (others.length > 0) messages.value = [...messages.value, ...others].toSorted((a, b) => a.at - b.at)
    void send()
  }

  /** Keeps a message and sends it, both at once: whichever is done first makes it safe. */
  async function put(meetingId: string, name: string, message: Sendable): Promise<void> {
    const { practiceId, id, name: called } = sure(account.value, 'Nobody is signed in.')
    const kept: Kept = {
      name,
      at: Date.now(),
      practiceId,
      by: { id, name: called },
      meetingId,
      message: structuredClone(toRaw(message)),
      refused: '',
    }
    messages.value = [...messages.value, kept]
    unsafe.value = new Set(unsafe.value).add(name)
    void send()
    if (await box.keep(kept)) unsafe.value = without(unsafe.value, name)
    else if (messages.value.includes(kept)) unkept.value = new Set(unkept.value).add(name)
    // It has arrived before it was kept: then it is kept no longer.
    if (!messages.value.some((other) => other.name === name)) await box.forget(name)
  }

  async function drop({ name }: Pick<Kept, 'name'>): Promise<void> {
    messages.value = messages.value.filter((other) => other.name !== name)
    unsafe.value = without(unsafe.value, name)
    unkept.value = without(unkept.value, name)
    await box.forget(name)
  }

  function send(): Promise<void> {
    return (sending ??= empty().finally(() => (sending = undefined)))
  }

  /** Sends what waits, the oldest first; one that the server stumbles over does not hold the others. */
  async function empty(): Promise<void> {
    clearTimeout(timer)
    const tried = new Set<string>()
    let failedInARow = 0
    const next = () => waitingMessages.value.find((kept) => !tried.has(kept.name))
    for (let kept = next(); kept !== undefined && failedInARow < FAILURES_AT_ONCE; kept = next()) {
      tried.add(kept.name)
      const outcome = await sent(kept)
      if (outcome === 'unreachable' || outcome === 'sign-in') break
      failedInARow = outcome === 'failed' ? failedInARow + 1 : 0
    }
    if (waiting.value === 0) return
    timer = setTimeout(() => void send(), retryMs * (0.75 + Math.random() / 2))
    retryMs = Math.min(LAST_RETRY_MS, retryMs * 2)
  }

  async function sent(kept: Kept): Promise<'arrived' | 'refused' | 'failed' | 'unreachable' | 'sign-in'> {
    try {
      await deliver(kept)
      retryMs = FIRST_RETRY_MS
      isOffline.value = needsSignIn.value = false
      void drop(kept)
      return 'arrived'
    } catch (error) {
      const { kind, status, message } = refusalOf(error)
      isOffline.value = status === 0 && kind !== 'broken'
      needsSignIn.value = status === 401
      if (needsSignIn.value) return 'sign-in'
      if (isOffline.value) return 'unreachable'
      if (status === 429 || status >= 500) return 'failed'
      await setAside(kept, message, status)
      return 'refused'
    }
  }

  async function deliver({ message, meetingId, by }: Kept): Promise<void> {
    const to = { params: { id: meetingId }, patienceMs: PATIENCE_MS }
    if (message.kind === 'decisions') await call(decide, { ...to, body: { answers: message.answers } })
    else await call(sendMessage, { ...to, body: { message, notedBy: by?.id ?? null } })
  }

  /** What waits to be said in a meeting, the oldest first. */
  function waitingFor(meetingId: string): Message[] {
    return waitingMessages.value.flatMap(({ message, meetingId: where }) =>
      where === meetingId && message.kind !== 'decisions' ? message : [],
    )
  }
  /** Answers to a meeting's decisions that wait, and that the server has not taken. */
  function answersFor(meetingId: string): { kept: Kept; answers: DecisionChoice[] }[] {
    return messages.value.flatMap((kept) =>
      kept.meetingId === meetingId && kept.message.kind === 'decisions' ? { kept, answers: kept.message.answers } : [],
    )
  }

  async function setAside(kept: Kept, message: string, status: number): Promise<void> {
    for (const takes of refusals) if (takes(kept, status)) return drop(kept)
    const marked = { ...kept, refused: message }
    messages.value = messages.value.map((other) => (other.name === kept.name ? marked : other))
    await box.keep(marked)
  }

  /** Lets somebody deal with what the server refuses: true where there is nothing left of it to show. */
  function onRefused(takes: (kept: Kept, status: number) => boolean): void {
    refusals.add(takes)
  }

  /** Everything that was set aside or cannot be read, as a file. */
  const asFile = (): string => JSON.stringify({ refused: refused.value, unreadable: unreadable.value }, null, 2)

  if (import.meta.client) {
    useEventListener('online', () => ((retryMs = FIRST_RETRY_MS), void send()))
    useEventListener(document, 'visibilitychange', () => document.hidden || void open())
    // While something is in nobody's hands but this page's, the browser asks before it lets the page go.
    useEventListener('beforeunload', (leaving: BeforeUnloadEvent) => unsafe.value.size > 0 && leaving.preventDefault())
    // Another window that was closed may have left something.
    useIntervalFn(() => void open(), LOOK_AGAIN_MS)
    useIntervalFn(() => waiting.value > 0 && (now.value = Date.now()), 1000)
    void navigator.storage?.persist?.().catch(() => false)
  }
  return {
    messages,
    waiting,
    late,
    byOthers,
    waitingFor,
    answersFor,
    refused,
    unreadable,
    unsafe,
    unkept,
    isOffline,
    needsSignIn,
    open,
    put,
    drop,
    send,
    onRefused,
    asFile,
    close: box.close,
  }
})

function without(names: ReadonlySet<string>, name: string): ReadonlySet<string> {
  return names.has(name) ? new Set([...names].filter((other) => other !== name)) : names
}
