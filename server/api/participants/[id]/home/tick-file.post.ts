import { z } from 'zod'
import { readTicks, type TickRow } from '../../../../../core/formats/tickRows'
import { linkedCatalogue } from '../../../../catalogue/linkedCatalogue'
import { homePracticeOf, tickHome } from '../../../../database/homePractices'
import { participantById } from '../../../../database/people'
import { idOf, readInput } from '../../../../http/readInput'
import { refusal } from '../../../../http/refuse'
import { leadRoute } from '../../../../http/routes'

/** Ticks the days of a table, Movement and Date; rows that are refused are said and left out. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  const { text } = await readInput(event, z.object({ text: z.string().min(1, 'The file is empty.') }))
  const stored = await homePracticeOf(db, practiceId, id)
  if (!stored) throw refusal(404, 'not-found', 'Nothing is chosen for home yet.')
  const catalogue = await linkedCatalogue(db, practiceId)
  const names = new Map(
    stored.practice.entries.map(({ movement }) => [movement, catalogue.movements.get(movement)?.name ?? movement]),
  )
  let rows: TickRow[]
  try {
    rows = readTicks(text, names, stored.ticks, new Date().toISOString().slice(0, 10))
  } catch (error) {
    throw refusal(422, 'not-valid', (error as Error).message, { text: (error as Error).message })
  }
  await db.transaction(async (trx) => {
    for (const { does, movement, day } of rows)
      if (does === 'add') await tickHome(trx, practiceId, id, movement!, day!, true)
  })
  return {
    home: await homePracticeOf(db, practiceId, id),
    rows: rows.map(({ line, name, does, words }) => ({ line, name, does, words })),
  }
})
