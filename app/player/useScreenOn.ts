import { onBeforeUnmount, onMounted } from 'vue'

/** The screen stays on while something is done, where the device lets it. */
export function useScreenOn(): void {
  let lock: Promise<WakeLockSentinel | undefined> = Promise.resolve(undefined)
  onMounted(() => {
    if ('wakeLock' in navigator) lock = navigator.wakeLock.request('screen').catch(() => undefined)
  })
  onBeforeUnmount(() => void lock.then((sentinel) => sentinel?.release()).catch(() => undefined))
}
