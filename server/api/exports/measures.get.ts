import { writeMeasures } from '../../../core/formats/measureRows'
import { holding } from '../../../core/measure/record'
import { linkedCatalogue } from '../../catalogue/linkedCatalogue'
import { noteHealth } from '../../database/healthLog'
import { measuresOf } from '../../database/measures'
import { participantsOf } from '../../database/people'
import { exportMeasures } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'

/** All results that hold as a spreadsheet that can be read in again. */
export default answer(exportMeasures, async ({ event, scope }) => {
  const [people, measures, catalogue] = await Promise.all([
    participantsOf(scope, undefined, { withLevels: false }),
    measuresOf(scope),
    linkedCatalogue(scope),
  ])
  await noteHealth(scope, null, 'took measures out')
  sendsFile(event, 'text/csv; charset=utf-8', 'measures.csv')
  return writeMeasures(
    people.flatMap((person) => holding(measures.get(person.id) ?? []).map((record) => ({ person, record }))),
    catalogue,
  )
})
