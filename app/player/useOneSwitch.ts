import { onBeforeUnmount, watch } from 'vue'

/** So long a button waits for the switch, milliseconds. */
const STEP_MS = 2500

/** With one switch or one key: the buttons of the screen are chosen in turn, and the key presses the one that is. */
export function useOneSwitch(isOn: () => boolean): void {
  let timer: ReturnType<typeof setInterval> | undefined
  function next(): void {
    const buttons = [...document.querySelectorAll<HTMLElement>('main button:not(:disabled), main a[href]')]
    if (buttons.length === 0) return
    const at = buttons.findIndex((button) => button === document.activeElement)
    buttons[(at + 1) % buttons.length]?.focus()
  }
  watch(
    isOn,
    (on) => {
      clearInterval(timer)
      if (on) timer = setInterval(next, STEP_MS)
    },
    { immediate: true },
  )
  onBeforeUnmount(() => clearInterval(timer))
}
