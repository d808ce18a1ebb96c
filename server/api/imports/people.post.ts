import { readPeople } from '../../../core/formats/people'
import { addParticipants, participantsOf, saveParticipant } from '../../database/people'
import { importRoute } from '../../session/importRoute'

/** A spreadsheet of people. */
export default importRoute(async (trx, practiceId, catalogue) => {
  const onFile = await participantsOf(trx, practiceId)
  const versions = new Map(onFile.map((person) => [person.id, person.version]))
  return {
    read: (text) => readPeople(text, onFile, catalogue),
    async write(rows) {
      await addParticipants(trx, practiceId, rows.filter((row) => row.does === 'add').map((row) => row.fields!))
      for (const row of rows.filter((other) => other.does === 'change')) await saveParticipant(trx, practiceId, row.id!, versions.get(row.id!)!, row.fields!)
    },
  }
})
