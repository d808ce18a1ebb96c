import { ref } from 'vue'
import type { HomeReport } from '~~/core/home/homeReport'
import type { Practice } from './usePractice'

/** Sends what was done to where the sheet says; what does not arrive stays on the device. */
export function useSending({ sheet, kept }: Practice, report: () => HomeReport) {
  const said = ref('')

  async function send(): Promise<void> {
    const body = report()
    said.value = 'Sending …'
    try {
      const reply = await fetch(sheet.sendsTo ?? '', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
      if (!reply.ok) {
        said.value = (await reasonIn(reply)) ?? 'It was not taken. It stays on this device: try again later.'
        return
      }
      kept.given = body.done.length
      said.value = 'It has arrived.'
    } catch {
      said.value = 'There is no network now. It stays on this device: try again later.'
    }
  }
  return { said, send }
}

/** What the server refuses with. */
interface Refused {
  message?: string
  data?: { fields?: Record<string, string> }
}

/** What the server says of it, where it says something. */
async function reasonIn(reply: Response): Promise<string | undefined> {
  const body = (await reply.json().catch(() => null)) as Refused | null
  const [field] = Object.values(body?.data?.fields ?? {})
  return field ?? body?.message
}
