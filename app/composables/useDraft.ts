import { dequal } from 'dequal/lite'
import type { z } from 'zod'
import { mergedDraft } from '~~/core/draft'
import { draftOf, keepDraft } from '~/live/drafts'
import { refusalOf } from './useRefusal'

/** What is kept of a form while it is typed: the fields, and what they were made from. */
interface Kept<T> {
  fields: T
  base: T
  version: number | null
}

/** What somebody else changed of the same thing meanwhile. */
export interface Meanwhile<T> {
  taken: (keyof T)[]
  both: (keyof T)[]
}

/**
 * A form's fields, kept in this browser while they are typed, sealed for whoever is signed in, with messages by field
 * from the schema and the server. A draft knows the version of what it was made from: where that has changed, what
 * changed is taken over and said.
 *
 * @param key where the draft is kept; one for each thing that is edited
 * @param blank the fields at first, or as they are stored
 * @param schema what a finished form must fit
 * @param storedVersion of what is edited; null: it is new, or has none
 */
export function useDraft<T extends object>(
  key: string,
  blank: () => T,
  schema: z.ZodType<T>,
  storedVersion: number | null = null,
) {
  const kept = draftOf<Kept<T>>(key)
  const wasKept = kept !== undefined
  const base = shallowRef<T>(structuredClone(blank()))
  const version = ref(storedVersion)
  const fields = ref(structuredClone(base.value)) as Ref<T>
  const meanwhile = shallowRef<Meanwhile<T> | null>(null)
  const wrong = ref<Record<string, string>>({})
  const message = ref('')
  const saving = ref(false)
  if (kept) takeUp(kept)

  const stopKeeping = watch(
    fields,
    (typed) => {
      const typedNow: Kept<T> = { fields: structuredClone(toRaw(typed)), base: base.value, version: version.value }
      void keepDraft(key, typedNow)
    },
    { deep: true },
  )

  /** Goes on with a kept draft; one that was made from an older version is brought up to what is stored now. */
  function takeUp(draft: Kept<T>): void {
    const from = draft.base ?? base.value
    bringUp(from, structuredClone(toRaw(draft.fields)), base.value)
  }

  function bringUp(from: T, typed: T, stored: T): void {
    const { fields: merged, taken, both } = mergedDraft(from, typed, stored)
    fields.value = merged
    base.value = stored
    meanwhile.value = taken.length + both.length > 0 ? { taken, both } : null
  }

  /** Takes in what somebody else has saved since: the form stands on it from now on. */
  function standOn(stored: T, storedAs: number): void {
    bringUp(base.value, structuredClone(toRaw(fields.value)), structuredClone(stored))
    version.value = storedAs
  }

  /** Checks the fields and hands them to `send`; what is refused stays in the form with its messages. */
  async function submit<R>(send: (fields: T, version: number | null) => Promise<R>): Promise<R | null> {
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
      const result = await send(checked.data, version.value)
      forget()
      meanwhile.value = null
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
    void keepDraft(key, undefined)
  }
  function reset(to: T): void {
    fields.value = structuredClone(to)
    meanwhile.value = null
    void nextTick(forget)
  }
  /** Whether something is typed that is not stored. */
  const isChanged = computed(() => !dequal(fields.value, base.value))
  onScopeDispose(stopKeeping)
  return { fields, wrong, message, saving, submit, forget, reset, wasKept, meanwhile, standOn, version, isChanged }
}
