import { useLocalStorage } from '@vueuse/core'
import { z } from 'zod'
import { keptJson } from './keptJson'

/** So many wrong PINs, and only a password opens. */
export const PINS_AT_MOST = 5
export const PIN_LENGTH = { least: 4, most: 8 } as const
/** A PIN is short: each try costs a moment. */
const ITERATIONS = 300_000

/**
 * How this device is locked: the PIN as a salted hash, over reloads; it opens the screen, and nothing that is sealed.
 */
const Locked = z.object({ accountId: z.string(), salt: z.string(), hash: z.string(), wrong: z.number().int() })
type Locked = z.infer<typeof Locked>

const kept = useLocalStorage<string>('unhurried-circle-lock', '')
/** How the screen is locked, in every window of this browser; null: it is not. */
export const locked = computed((): Locked | null => Locked.safeParse(keptJson(kept.value)).data ?? null)

/** Locks the screen for whoever does not know this PIN. */
export async function lock(accountId: string, pin: string): Promise<void> {
  const salt = crypto.randomUUID()
  kept.value = JSON.stringify({ accountId, salt, hash: await hashOf(pin, salt), wrong: 0 } satisfies Locked)
}

/** Whether the PIN was right: then the screen is open. */
export async function openWithPin(pin: string): Promise<boolean> {
  const now = locked.value
  if (!now || now.wrong >= PINS_AT_MOST) return now === null
  // Counted before it is looked at: a page that is closed in between saves no try.
  kept.value = JSON.stringify({ ...now, wrong: now.wrong + 1 })
  if ((await hashOf(pin, now.salt)) !== now.hash) return false
  unlock()
  return true
}

/** Opens the screen: somebody has shown their password, or has signed out. */
export function unlock(): void {
  kept.value = ''
}

async function hashOf(pin: string, salt: string): Promise<string> {
  const text = new TextEncoder()
  const key = await crypto.subtle.importKey('raw', text.encode(pin), 'PBKDF2', false, ['deriveBits'])
  const how = { name: 'PBKDF2', hash: 'SHA-256', salt: text.encode(salt), iterations: ITERATIONS }
  return Array.from(new Uint8Array(await crypto.subtle.deriveBits(how, key, 256)), (byte) =>
    byte.toString(16).padStart(2, '0'),
  ).join('')
}
