import { getYear } from 'date-fns'
import { z } from 'zod'
import { plausible, MeasureRecord } from '../../../../core/measure/record'
import { resultWords } from '../../../../core/measure/resultWords'
import { linkedCatalogue } from '../../../catalogue/linkedCatalogue'
import { noteHealth } from '../../../database/healthLog'
import { addMeasures, measuresOf, sameDayPairs } from '../../../database/measures'
import { participantById } from '../../../database/people'
import { idOf, readInput } from '../../../http/readInput'
import { refusal } from '../../../http/refuse'
import { accountRoute } from '../../../http/routes'

const Sent = z.object({ records: z.array(MeasureRecord).min(1).max(20) })

/** Takes results in, from a lead or a helper, and says at once what each means. */
export default accountRoute(async ({ event, db, practiceId, account }) => {
  const person = await participantById(db, practiceId, idOf(event))
  const { records } = await readInput(event, Sent)
  const { measures } = await linkedCatalogue(db, practiceId)
  const wrong: Record<string, string> = {}
  records.forEach((record, at) => {
    const measure = measures.get(record.measure)
    if (!measure) wrong[`records.${at}.measure`] = 'This measure is not known.'
    else if (measure.sides !== (record.side !== 'both'))
      wrong[`records.${at}.side`] = measure.sides ? 'This is measured left and right.' : 'This has no sides.'
    else if (plausible(measure, record.value).refused !== '')
      wrong[`records.${at}.value`] = plausible(measure, record.value).refused
  })
  if (Object.keys(wrong).length > 0) throw refusal(422, 'not-valid', Object.values(wrong)[0]!, wrong)
  const [earlier, pairs] = await Promise.all([measuresOf(db, practiceId, [person.id]), sameDayPairs(db, practiceId)])
  await addMeasures(db, practiceId, person.id, records, account.id)
  await noteHealth(db, practiceId, account.id, person.id, 'entered measures')
  const known = (earlier.get(person.id) ?? []).filter(
    (one) => !records.some((record) => record.id === one.id || record.replaces === one.id),
  )
  return records.map((record) =>
    resultWords(measures.get(record.measure)!, record, known, pairs[record.measure] ?? [], {
      age: person.birthYear === null ? null : getYear(record.takenAt) - person.birthYear,
      sex: person.sex,
    }),
  )
})
