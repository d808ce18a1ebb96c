import { onBeforeUnmount, onMounted, ref } from 'vue'
import type { HomeReport } from '~~/core/home/homeReport'
import type { HomeSheet } from '~~/core/home/homeSheet'
import type { KeptAtHome } from './useKept'

/**
 * Gives back what was done: as one report, and by itself where the sheet says to whom. What does not arrive stays on
 * the device, and goes the next time.
 */
export function useSending({ handout, sendsTo }: HomeSheet, kept: KeptAtHome) {
  const said = ref('')
  const report = (): HomeReport => ({
    ...{ format: 'unhurried-circle-home-report', version: 1, handout },
    ...{ done: [...kept.done], after: { ...kept.after } },
  })

  async function send(): Promise<void> {
    if (sendsTo === null) return
    const body = report()
    said.value = 'Sending …'
    try {
      const reply = await fetch(sendsTo, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
      if (!reply.ok) {
        said.value = (await reasonIn(reply)) ?? 'It was not taken. It stays on this device, and is sent again.'
        return
      }
      kept.given = Math.max(kept.given, body.done.length)
      said.value = 'It has arrived.'
    } catch {
      said.value = 'There is no network now. It stays on this device, and is sent again.'
    }
  }
  /** What has not arrived yet, whenever there is a chance. */
  const sendRest = () => void (kept.done.length > kept.given && send())
  onMounted(() => {
    sendRest()
    window.addEventListener('online', sendRest)
  })
  onBeforeUnmount(() => window.removeEventListener('online', sendRest))
  return { said, report, send, sendRest }
}

/** What the server refuses with. */
interface Refused {
  message?: string
  data?: { fields?: Record<string, string> }
}

/** What the server says of it, where it says something. */
async function reasonIn(reply: Response): Promise<string | undefined> {
  const body: Refused | null = await reply.json().catch(() => null)
  const [field] = Object.values(body?.data?.fields ?? {})
  return field ?? body?.message
}
