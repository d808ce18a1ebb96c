import { useLocalStorage } from '@vueuse/core'
import type { z } from 'zod'
import { refusalOf } from './useRefusal'

/**
 * A form's fields, kept in this browser while they are typed, with messages by field from the schema and the server.
 *
 * @param key where the draft is kept; one for each thing that is edited
 * @param blank the fields at first, or as they are stored
 * @param schema what a finished form must fit
 */
export function useDraft<T extends object>(key: string, blank: () => T, schema: z.ZodType) {
  const kept = useLocalStorage<{ fields: T } | null>(`draft:${key}`, null, {
    serializer: { read: (text) => JSON.parse(text), write: JSON.stringify },
    writeDefaults: false,
  })
  const wasKept = kept.value !== null
  const fields = ref(structuredClone(toRaw(kept.value?.fields) ?? blank())) as Ref<T>
  const wrong = ref<Record<string, string>>({})
  const message = ref('')
  const saving = ref(false)
  const stopKeeping = watch(fields, (typed) => (kept.value = { fields: structuredClone(toRaw(typed)) }), { deep: true })

  /** Checks the fields and hands them to `send`; what is refused stays in the form with its messages. */
  async function submit<R>(send: (fields: T) => Promise<R>): Promise<R | null> {
    wrong.value = {}
    message.value = ''
    const checked = schema.safeParse(fields.value)
    if (!checked.success) {
      for (const issue of checked.error.issues) wrong.value[issue.path.join('.')] ??= issue.message
      message.value = 'Some of this cannot be saved as it is: see the marked fields.'
      return null
    }
    saving.value = true
    try {
      const result = await send(checked.data as T)
      forget()
      return result
    } catch (error) {
      const refused = refusalOf(error)
      wrong.value = refused.fields
      message.value = refused.message
      return null
    } finally {
      saving.value = false
    }
  }

  /** Drops the kept draft and starts from the stored fields again. */
  function forget(): void {
    kept.value = null
  }
  function reset(to: T): void {
    fields.value = structuredClone(to)
    void nextTick(forget)
  }
  onScopeDispose(stopKeeping)
  return { fields, wrong, message, saving, submit, forget, reset, wasKept }
}
