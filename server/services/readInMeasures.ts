import { randomUUID } from 'node:crypto'
import { readMeasures } from '../../core/formats/measureRows'
import type { importMeasures } from '../../core/contract/practice'
import type { AnswerOf, BodyOf } from '../../core/contract/route'
import { addMeasuresInBulk, measuresOf } from '../database/measures'
import { participantsOf } from '../database/people'
import type { Acting } from '../database/rows'
import { readInRows } from './readInRows'

/** A spreadsheet of results, row by row. @throws {UnreadableFile} */
export function readInMeasures(
  scope: Acting,
  body: BodyOf<typeof importMeasures>,
): Promise<AnswerOf<typeof importMeasures>> {
  return readInRows<ReturnType<typeof readMeasures>[number]>(scope, body, async (acting, catalogue) => {
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
}
