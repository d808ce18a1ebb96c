import { writePeople } from '../../../core/formats/people'
import { noteHealth } from '../../database/healthLog'
import { participantsOf } from '../../database/people'
import { leadRoute } from '../../http/routes'

/** Everybody as a spreadsheet that can be read in again. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  await noteHealth(db, practiceId, account.id, null, 'took the record out')
  setResponseHeaders(event, {
    'content-type': 'text/csv; charset=utf-8',
    'content-disposition': 'attachment; filename="people.csv"',
  })
  return writePeople(await participantsOf(db, practiceId, undefined, { withLevels: false }))
})
