import { randomUUID } from 'node:crypto'
import { readMeasures } from '../../../core/formats/measureRows'
import { addMeasuresInBulk, measuresOf } from '../../database/measures'
import { participantsOf } from '../../database/people'
import { importMeasures } from '../../../core/contract/practice'
import { importRoute } from '../../http/importRoute'

/** A spreadsheet of results. */
export default importRoute(importMeasures, async (acting, catalogue) => {
  const people = await participantsOf(acting, undefined, { withLevels: false })
  const onFile = await measuresOf(acting)
  return {
    read: (text) => readMeasures(text, people, onFile, catalogue),
    async write(rows) {
      const results = rows.flatMap(({ does, participant, record }) =>
        does === 'add' && participant && record ? [{ participant, record: { id: randomUUID(), ...record } }] : [],
      )
      await addMeasuresInBulk(acting, results)
    },
  }
})
