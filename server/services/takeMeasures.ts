import { addDays, getYear, isAfter } from 'date-fns'
import type { Role } from '../../core/contract/account'
import type { Measure } from '../../core/catalogue/measure'
import { plausible, type MeasureRecord } from '../../core/measure/record'
import { resultWords, type ResultWords } from '../../core/measure/resultWords'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { noteHealth } from '../database/healthLog'
import { addMeasures, enteredByOthers, measuresOf, sameDayPairs } from '../database/measures'
import { participantById } from '../database/people'
import type { Acting } from '../database/rows'

/** Why results cannot be taken in, by field. */
export class WrongMeasures extends Error {
  override name = 'WrongMeasures'
  constructor(readonly fields: Record<string, string>) {
    super(Object.values(fields)[0])
  }
}

/** Somebody is measured again on paper from before; nobody measures ahead of time. */
const EARLIEST = '1950-01-01'

/**
 * Takes results in and says at once what each means; to a helper nothing of earlier results, which are for leads.
 *
 * @throws {WrongMeasures} where a measure, a side, an amount or a moment cannot be, and where a helper would correct
 * what somebody else has entered
 */
export async function takeMeasures(
  acting: Acting,
  { participantId, role }: { participantId: string; role: Role },
  records: readonly MeasureRecord[],
): Promise<ResultWords[]> {
  const person = await participantById(acting, participantId)
  const { measures } = await linkedCatalogue(acting)
  const replaced = records.flatMap(({ replaces }) => replaces ?? [])
  const ofOthers = role === 'helper' ? await enteredByOthers(acting, person.id, replaced) : []
  const wrong = Object.fromEntries(
    records.flatMap((record, at) => [
      ...wrongIn(record, measures.get(record.measure), at),
      ...(ofOthers.includes(record.replaces ?? '')
        ? [[`records.${at}.replaces`, 'A result that somebody else entered is corrected by a lead.'] as const]
        : []),
    ]),
  )
  if (Object.keys(wrong).length > 0) throw new WrongMeasures(wrong)
  const [earlier, pairs] = await Promise.all([measuresOf(acting, [person.id]), sameDayPairs(acting)])
  await addMeasures(acting, person.id, records)
  await noteHealth(acting, { person: person.id }, 'entered measures')
  const known = (earlier.get(person.id) ?? []).filter(
    (one) => !records.some((record) => record.id === one.id || record.replaces === one.id),
  )
  return records.flatMap((record) => {
    const measure = measures.get(record.measure)
    if (!measure) return []
    const age = person.birthYear === null ? null : getYear(record.takenAt) - person.birthYear
    const onFile = { earlier: role === 'lead' ? known : [], pairs: pairs[record.measure] ?? [] }
    return [resultWords(measure, record, onFile, { age, sex: person.sex })]
  })
}

function wrongIn(record: MeasureRecord, measure: Measure | undefined, at: number): [string, string][] {
  if (record.takenAt < EARLIEST || isAfter(record.takenAt, addDays(new Date(), 1)))
    return [[`records.${at}.takenAt`, 'This day is ahead, or before anybody measured.']]
  if (!measure) return [[`records.${at}.measure`, 'This measure is not known.']]
  if (measure.sides !== (record.side !== 'both'))
    return [[`records.${at}.side`, measure.sides ? 'This is measured left and right.' : 'This has no sides.']]
  const { refused } = plausible(measure, record.value)
  return refused === '' ? [] : [[`records.${at}.value`, refused]]
}
