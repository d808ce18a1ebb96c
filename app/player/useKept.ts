import { reactive, ref, watch } from 'vue'
import type { HomeDone, NextDay } from '~~/core/home/homeReport'
import type { HomeSheet } from '~~/core/home/homeSheet'

/** What this device keeps of a handout. */
interface Kept {
  done: HomeDone[]
  /** By the day that was practised. */
  after: Record<string, NextDay>
  /** Movements that ended with strong or sharp pain and wait for a word with somebody, by their places. */
  resting: number[]
  /** How many of `done` the practice has; they stay here all the same. */
  given: number
  settings: { voice: boolean; large: boolean; oneSwitch: boolean; ground: 'device' | 'bright' | 'dark' }
}

const NOTHING: Kept = {
  ...{ done: [], after: {}, resting: [], given: 0 },
  settings: { voice: true, large: false, oneSwitch: false, ground: 'device' },
}

/**
 * What was done, kept on this device and never deleted by itself. All files that are opened from a device share one
 * store, so that the key names the handout.
 */
export function useKept({ handout }: Pick<HomeSheet, 'handout'>) {
  const key = `unhurried-circle at home ${handout.practice} ${handout.number}`
  /** Whether the device keeps it: some do not for files, or not in private windows. */
  const isKept = ref(true)
  const kept = reactive<Kept>({ ...structuredClone(NOTHING), ...read() })

  function read(): Partial<Kept> {
    try {
      return JSON.parse(localStorage.getItem(key) ?? '{}') as Partial<Kept>
    } catch {
      return {}
    }
  }
  watch(
    kept,
    () => {
      try {
        localStorage.setItem(key, JSON.stringify(kept))
        isKept.value = true
      } catch {
        isKept.value = false
      }
    },
    { deep: true, flush: 'sync' },
  )
  // What was done in another window of the same file.
  window.addEventListener('storage', ({ key: changed }) => changed === key && Object.assign(kept, read()))
  return { kept, isKept }
}
export type KeptAtHome = ReturnType<typeof useKept>['kept']
