import { joined } from '~~/core/sentence'
import { onKeyStroke } from '@vueuse/core'
import { keysOf } from '~~/core/entries'
import { locked } from '~/live/lock'
import type { Key } from '~/keys'

const sheet = shallowRef<Key[]>([])

/** The keys of the screen that is open, for the sheet under `?`. */
export const shownKeys = readonly(sheet)

/**
 * Binds the keys of a screen while it is open. Keys that are typed into a field, or that a control uses itself, stay
 * there; those with ctrl work everywhere.
 *
 * @param keys the room's table, from `app/keys.ts`
 * @param runs what each of them does; of a row of keys it is told which one, counted from 0
 */
export function useKeys<Name extends string>(
  keys: Record<Name, Key>,
  runs: Record<Name, (at: number) => unknown>,
): void {
  const rows = Object.values<Key>(keys)
  const bindings = new Map(
    keysOf(keys).flatMap((name) =>
      keys[name].presses.map((press, at) => [press, { key: keys[name], run: () => runs[name](at) }] as const),
    ),
  )
  onMounted(() => (sheet.value = rows))
  onBeforeUnmount(() => {
    if (sheet.value === rows) sheet.value = []
  })
  onKeyStroke((event) => {
    if (locked.value !== null) return
    const binding = bindings.get(nameOf(event))
    if (!binding || event.defaultPrevented || isBusyElsewhere(event, binding.key.overButtons === true)) return
    event.preventDefault()
    void binding.run()
  })
}

function nameOf(event: KeyboardEvent): string {
  const isShiftedLetter =
    event.shiftKey && (event.key.length > 1 || /[A-Z]/.test(event.key) || /^Digit/.test(event.code))
  const isShiftedDigit = /^Digit\d$/.test(event.code) && event.shiftKey
  const typed = event.key.length === 1 ? event.key.toLowerCase() : event.key
  const key = isShiftedDigit ? event.code.slice(5) : typed
  const isQuestion = event.key === '?' || event.key === '!'
  if (isQuestion) return event.key
  return joined(
    [(event.ctrlKey || event.metaKey) && 'ctrl', event.altKey && 'alt', isShiftedLetter && 'shift', key],
    '+',
  )
}

function isBusyElsewhere(event: KeyboardEvent, overButtons: boolean): boolean {
  const { target } = event
  if (!(target instanceof Element)) return false
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
