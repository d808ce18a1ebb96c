import { computed, onBeforeUnmount, ref } from 'vue'

const TICK_MS = 100

/** Time since a movement began, without its pauses. */
export function useStopwatch() {
  const elapsed = ref(0)
  const isRunning = ref(false)
  let before = 0
  let since = 0
  let timer: ReturnType<typeof setInterval> | undefined

  const now = () => before + (isRunning.value ? (performance.now() - since) / 1000 : 0)
  function run(): void {
    if (isRunning.value) return
    since = performance.now()
    isRunning.value = true
    timer = setInterval(() => (elapsed.value = now()), TICK_MS)
  }
  function stand(): void {
    before = now()
    isRunning.value = false
    elapsed.value = before
    clearInterval(timer)
  }
  onBeforeUnmount(() => clearInterval(timer))
  return { elapsed: computed(() => elapsed.value), isRunning: computed(() => isRunning.value), now, run, stand }
}
