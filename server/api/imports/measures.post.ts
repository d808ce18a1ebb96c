import { randomUUID } from 'node:crypto'
import { readMeasures } from '../../../core/formats/measureRows'
import { addMeasuresInBulk, measuresOf } from '../../database/measures'
import { participantsOf } from '../../database/people'
import { importRoute } from '../../http/importRoute'

/** A spreadsheet of results. */
export default importRoute(async (trx, practiceId, catalogue) => {
  const [people, onFile] = [
    await participantsOf(trx, practiceId, undefined, { withLevels: false }),
    await measuresOf(trx, practiceId),
  ]
  return {
    read: (text) => readMeasures(text, people, onFile, catalogue),
    async write(rows, accountId) {
      const results = rows
        .filter((row) => row.does === 'add')
        .map((row) => ({ participant: row.participant!, record: { id: randomUUID(), ...row.record! } }))
      await addMeasuresInBulk(trx, practiceId, results, accountId)
    },
  }
})
