import type { Side } from '~~/core/catalogue/words'
import { numberIn } from '~~/core/number'

/** A side of the body that was not said yet: a form keeps it and no check takes it, so that it is asked. */
export const NO_SIDE = '' as unknown as Side

/** What stands in the field that an event comes from. */
export function textIn({ target }: Event): string {
  const isField =
    target instanceof HTMLInputElement || target instanceof HTMLSelectElement || target instanceof HTMLTextAreaElement
  return isField ? target.value : ''
}

/** What was chosen in the field that an event comes from; it stands empty again, for the next. */
export function takenFrom(event: Event): string {
  const text = textIn(event)
  if (event.target instanceof HTMLSelectElement) event.target.value = ''
  return text
}

/** Which of those on offer was chosen in the field that an event comes from; null where none of them was. */
export function chosenOf<T extends string>(offered: Iterable<T>, event: Event): T | null {
  const text = textIn(event)
  return [...offered].find((one) => one === text) ?? null
}

/** Whether the part of the page is unfolded that an event comes from. */
export function isUnfolded({ target }: Event): boolean {
  return target instanceof HTMLDetailsElement && target.open
}

/** The file that was chosen in the field that an event comes from; the same one can be chosen again. */
export function fileIn({ target }: Event): File | null {
  if (!(target instanceof HTMLInputElement)) return null
  const [file] = target.files ?? []
  target.value = ''
  return file ?? null
}

/** Whether the box is ticked that an event comes from. */
export function isTicked({ target }: Event): boolean {
  return target instanceof HTMLInputElement && target.checked
}

/** The number that was typed; empty: null. What is no number is handed on as it is, so that the check can say so. */
export function numberFrom(event: Event): number | null {
  const typed = textIn(event)
  return typed.trim() === '' ? null : (numberIn(typed) ?? (typed as unknown as number))
}
