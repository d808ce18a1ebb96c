import { z } from 'zod'
import { homePracticeOf, tickHome } from '../../../../database/homePractices'
import { participantById } from '../../../../database/people'
import { idOf, readInput } from '../../../../http/readInput'
import { leadRoute } from '../../../../http/routes'

const Tick = z.object({
  movement: z.string().min(1).max(60),
  day: z.iso.date('A day is written as year, month and day.'),
  done: z.boolean(),
})

/** Ticks a day of somebody's home practice from the sheet they brought back. */
export default leadRoute(async ({ event, db, practiceId }) => {
  const { id } = await participantById(db, practiceId, idOf(event))
  const { movement, day, done } = await readInput(event, Tick)
  await tickHome(db, practiceId, id, movement, day, done)
  return homePracticeOf(db, practiceId, id)
})
