import { readPeople } from '../../../core/formats/people'
import { addParticipants, participantsOf, saveParticipant } from '../../database/people'
import { noteByHand } from '../../services/noteByHand'
import { importPeople } from '../../../core/contract/practice'
import { importRoute } from '../../http/importRoute'

/** A spreadsheet of people. */
export default importRoute(importPeople, async (acting, catalogue) => {
  const onFile = await participantsOf(acting)
  const known = new Map(onFile.map((person) => [person.id, person]))
  return {
    read: (text) => readPeople(text, onFile, catalogue),
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
