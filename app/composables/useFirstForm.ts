import { takeFirstAway, typedFirst } from '~/live/firstForm'

/**
 * Takes over from the form that stood in the page before the scripts ran: what was typed, where the keyboard was, and
 * what comes of it where it was sent. To be called by the component that has the same form, whose fields have the same
 * names.
 *
 * @param form the form of the component
 * @param fields what is typed into it
 * @param send sends it; here what was sent already
 */
export function useFirstForm(
  form: Readonly<Ref<HTMLFormElement | null>>,
  fields: Record<string, string>,
  send: (answered: Promise<Response>) => void,
): void {
  onMounted(() => {
    const first = typedFirst()
    if (first === null) return
    Object.assign(fields, first.typed)
    takeFirstAway()
    const field = first.at === '' ? null : form.value?.elements.namedItem(first.at)
    if (field instanceof HTMLElement) void nextTick(() => field.focus())
    if (first.answered) send(first.answered)
  })
}
