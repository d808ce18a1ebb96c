import { readPeople } from '../../../core/formats/people'
import { noteByHand } from '../../database/ledger'
import { addParticipants, participantsOf, saveParticipant } from '../../database/people'
import { importRoute } from '../../http/importRoute'

/** A spreadsheet of people. */
export default importRoute(async (trx, practiceId, catalogue) => {
  const onFile = await participantsOf(trx, practiceId)
  const known = new Map(onFile.map((person) => [person.id, person]))
  return {
    read: (text) => readPeople(text, onFile, catalogue),
    async write(rows, accountId) {
      await addParticipants(
        trx,
        practiceId,
        rows.filter((row) => row.does === 'add').map((row) => row.fields!),
      )
      for (const row of rows.filter((other) => other.does === 'change')) {
        const before = known.get(row.id!)!
        await noteByHand(
          trx,
          practiceId,
          before,
          await saveParticipant(trx, practiceId, before.id, before.version, row.fields!),
          accountId,
          'From a spreadsheet.',
        )
      }
    },
  }
})
