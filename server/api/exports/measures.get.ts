import { writeMeasures } from '../../../core/formats/measureRows'
import { holding } from '../../../core/measure/record'
import { linkedCatalogue } from '../../catalogue/linkedCatalogue'
import { noteHealth } from '../../database/healthLog'
import { measuresOf } from '../../database/measures'
import { participantsOf } from '../../database/people'
import { leadRoute } from '../../http/routes'

/** All results that hold as a spreadsheet that can be read in again. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const [people, measures, catalogue] = await Promise.all([
    participantsOf(db, practiceId, undefined, { withLevels: false }),
    measuresOf(db, practiceId),
    linkedCatalogue(db, practiceId),
  ])
  await noteHealth(db, practiceId, account.id, null, 'took measures out')
  setResponseHeaders(event, {
    'content-type': 'text/csv; charset=utf-8',
    'content-disposition': 'attachment; filename="measures.csv"',
  })
  return writeMeasures(
    people.flatMap((person) => holding(measures.get(person.id) ?? []).map((record) => ({ person, record }))),
    catalogue,
  )
})
