import type { Catalogue } from '../../core/catalogue/catalogue'
import { firstFacts } from '../../core/offer/firstQuestions'
import { readPeople, type PersonRow } from '../../core/formats/people'
import type { importPeople } from '../../core/contract/practice'
import type { AnswerOf, BodyOf } from '../../core/contract/route'
import { addParticipants, participantsOf, saveParticipant } from '../database/people'
import type { Acting } from '../database/rows'
import { noteByHand } from './noteByHand'
import { readInRows } from './readInRows'

/** A spreadsheet of people, row by row; what was changed is a change by hand. @throws {UnreadableFile} */
export function readInPeople(scope: Acting, body: BodyOf<typeof importPeople>): Promise<AnswerOf<typeof importPeople>> {
  return readInRows<PersonRow>(scope, body, async (acting, catalogue) => {
    const onFile = await participantsOf(acting)
    const known = new Map(onFile.map((person) => [person.id, person]))
    return {
      read: (text) => readPeople(text, onFile, catalogue).map((row) => asNew(row, catalogue)),
      async write(rows) {
        await addParticipants(
          acting,
          rows.flatMap((row) => (row.does === 'add' && row.fields ? [row.fields] : [])),
        )
        for (const row of rows) {
          const before = known.get(row.id ?? '')
          if (row.does !== 'change' || !before || !row.fields) continue
          const after = await saveParticipant(acting, before.id, { ...row.fields, version: before.version })
          await noteByHand(acting, before, after, 'From a spreadsheet.')
        }
      },
    }
  })
}

/** Whoever is added was not asked yet what cannot wait: that is said before it is done. */
function asNew(row: PersonRow, { interview }: Catalogue): PersonRow {
  if (row.does !== 'add' || !row.fields) return row
  const unasked = firstFacts({ asked: false, yes: [] }, interview, new Date().toISOString().slice(0, 10))
  return {
    ...row,
    words: [...row.words, 'To be asked before a first class: breath only until then.'],
    fields: { ...row.fields, considerations: [...row.fields.considerations, ...unasked] },
  }
}
