import { reactive, ref, watch } from 'vue'

/**
 * Something that this device keeps. All files that are opened from a device share one store, so that the key names what
 * the file plays.
 *
 * @param nothing what it is before anything was kept
 */
export function useStored<T extends object>(key: string, nothing: T) {
  /** Whether the device keeps it: some do not for files, or not in private windows. */
  const isKept = ref(true)
  const kept = reactive({ ...structuredClone(nothing), ...read() }) as T

  function read(): Partial<T> {
    try {
      return JSON.parse(localStorage.getItem(key) ?? '{}')
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
