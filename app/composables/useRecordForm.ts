import type { z } from 'zod'
import { refusalOf } from './useRefusal'

/** What a form needs to know of the record that it edits. */
interface RecordForm<Fields extends object, Stored, Saved> {
  /** The record as it is stored; null: it is new. */
  stored: (Stored & { id: string; version: number }) | null
  fieldsOf: (stored: Stored | null) => Fields
  /** What a finished form must fit. */
  schema: z.ZodType<Fields>
  /** How a newer version of the record is read, when the server hands one over. */
  record: z.ZodType<Stored & { version: number }>
  add: (fields: Fields) => Promise<Saved>
  save: (id: string, fields: Fields & { version: number }) => Promise<Saved>
}

/**
 * A form for a record that others may edit at the same time. A save that stands on an older version is refused by the
 * server with the newer one: the form then stands on that, says what was taken over, and nothing that was typed is
 * lost.
 *
 * @param kind names the draft, with the record's id
 */
export function useRecordForm<Fields extends object, Stored, Saved>(
  kind: string,
  { stored, fieldsOf, schema, record, add, save }: RecordForm<Fields, Stored, Saved>,
) {
  const draft = useDraft<Fields>(
    `${kind}:${stored?.id ?? 'new'}`,
    () => fieldsOf(stored),
    schema,
    stored?.version ?? null,
  )
  async function saveOnTop(id: string, fields: Fields & { version: number }): Promise<Saved> {
    try {
      return await save(id, fields)
    } catch (error) {
      const { status, current } = refusalOf(error)
      const newer = status === 409 ? record.safeParse(current) : null
      if (!newer?.success) throw error
      draft.standOn(fieldsOf(newer.data), newer.data.version)
      // Nothing that is in the form was changed: there is nothing to look at, so it is saved on top.
      if (draft.meanwhile.value === null) return save(id, { ...fields, version: newer.data.version })
      throw error
    }
  }
  const submit = () =>
    draft.submit((fields, version) =>
      stored && version !== null ? saveOnTop(stored.id, { ...fields, version }) : add(fields),
    )
  return { ...draft, submit, reset: () => draft.reset(fieldsOf(stored)) }
}
