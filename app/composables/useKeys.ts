import { onKeyStroke } from '@vueuse/core'

/** One key of a screen: `press` is what `event.key` says, with `shift+`, `ctrl+` or `alt+` before it where needed. */
export interface KeyBinding {
  press: string
  /** How the sheet shows it. */
  shown?: string
  does: string
  /** Also where a button or a link has the focus, which would use the key itself. */
  overButtons?: boolean
  run: (event: KeyboardEvent) => void
}

const sheet = shallowRef<KeyBinding[]>([])

/** The keys of the screen that is open, for the sheet under `?`. */
export const shownKeys = readonly(sheet)

/**
 * Binds the keys of a screen while it is open. Keys that are typed into a field, or that a control uses itself, stay
 * there; those with ctrl work everywhere.
 */
export function useKeys(bindings: KeyBinding[]): void {
  onMounted(() => (sheet.value = bindings))
  onBeforeUnmount(() => {
    if (sheet.value === bindings) sheet.value = []
  })
  onKeyStroke((event) => {
    const binding = bindings.find((other) => other.press === nameOf(event))
    if (!binding || event.defaultPrevented || isBusyElsewhere(event, binding.overButtons === true)) return
    event.preventDefault()
    binding.run(event)
  })
}

function nameOf(event: KeyboardEvent): string {
  const isShiftedLetter =
    event.shiftKey && (event.key.length > 1 || /[A-Z]/.test(event.key) || /^Digit/.test(event.code))
  const isShiftedDigit = /^Digit\d$/.test(event.code) && event.shiftKey
  const typed = event.key.length === 1 ? event.key.toLowerCase() : event.key
  const key = isShiftedDigit ? event.code.slice(5) : typed
  const isQuestion = event.key === '?' || event.key === '!'
  return isQuestion
    ? event.key
    : `${event.ctrlKey || event.metaKey ? 'ctrl+' : ''}${event.altKey ? 'alt+' : ''}${isShiftedLetter ? 'shift+' : ''}${key}`
}

function isBusyElsewhere(event: KeyboardEvent, overButtons: boolean): boolean {
  const target = event.target as HTMLElement
  if (target.closest('[role="dialog"], [role="listbox"]')) return true
  // Copying text stays copying text.
  const copies =
    /^[acvx]$/i.test(event.key) &&
    (target.closest('input, textarea, select, [contenteditable]') !== null || !getSelection()?.isCollapsed)
  if (event.ctrlKey || event.metaKey) return copies
  if (target.closest('select, textarea, [contenteditable], [role="combobox"]')) return true
  const field = target.closest('input')
  if (field && field.type !== 'checkbox' && field.type !== 'radio') return true
  const usesIt = !overButtons && (event.key === ' ' || event.key === 'Enter')
  return usesIt && target.closest('button, a, input, summary') !== null
}
