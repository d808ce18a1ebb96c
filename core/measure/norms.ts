import { z } from 'zod'
import type { Measure, NormTable } from '../catalogue/measure'
import { amountWords } from './record'

/** Whom a table is asked about. The age is the year's difference, since only the year of birth is written down. */
export interface NormPerson {
  age: number | null
  sex: 'female' | 'male' | 'unsaid'
}

export const NormWord = z.object({
  /** `none`: the table has nothing to say about this person. */
  verdict: z.enum(['below', 'within', 'above', 'none']),
  words: z.string(),
  source: z.string(),
})
export type NormWord = z.infer<typeof NormWord>

/** The band to draw behind results; null where the table has none for this person. */
export interface NormBand {
  low: number
  high: number
}

/**
 * Holds a result against one table. Outside the table's ages, or with an unknown age or sex, it says so; nothing is
 * extended beyond what was published.
 *
 * @param value in the measure's unit
 * @example
 * againstNorm(chairStand.norms[0], chairStand, 9, { age: 74, sex: 'female' }).words
 * // "below average for women of 70–74 (under 10 stands)"
 */
export function againstNorm(table: NormTable, measure: Measure, value: number, person: NormPerson): NormWord {
  const say = (verdict: NormWord['verdict'], words: string): NormWord => ({ verdict, words, source: table.source })
  const amount = (number: number) => amountWords(measure, number)
  switch (table.kind) {
    case 'below': {
      const row = rowFor(table.rows, person)
      if ('missing' in row) return say('none', row.missing)
      const who = groupWords(row)
      return value < row.under
        ? say('below', `below average for ${who} (under ${amount(row.under)})`)
        : say('within', `not below average for ${who} (from ${amount(row.under)})`)
    }
    case 'middle-half': {
      const row = rowFor(table.rows, person)
      if ('missing' in row) return say('none', row.missing)
      const [low, high] = [row.low * table.times, row.high * table.times]
      const band = `the middle half of ${groupWords(row)} (${amount(low)} to ${amount(high)})`
      if (value < low) return say(measure.better === 'more' ? 'below' : 'above', `under ${band}`)
      return value > high
        ? say(measure.better === 'more' ? 'above' : 'below', `over ${band}`)
        : say('within', `in ${band}`)
    }
    case 'mean': {
      const row = rowFor(table.rows, { ...person, sex: 'unsaid' })
      if ('missing' in row) return say('none', row.missing)
      const words = `the mean at ${row.from}–${row.to} is ${amount(row.mean)}`
      // Half of all people are under a mean; under half of it is less than usual.
      return value < row.mean / 2 ? say('below', `under half of the mean: ${words}`) : say('within', words)
    }
    case 'reference': {
      const usual = `about ${amount(table.value)} is usual in adults`
      const isUnder = value < table.value - (measure.realChange?.amount ?? 0)
      return isUnder ? say('below', `less than usual: ${usual}`) : say('within', usual)
    }
    case 'threshold': {
      const met = table.met === 'at-least' ? value >= table.at : value < table.at
      return say(met ? 'within' : 'below', met ? table.metWords : table.notMetWords)
    }
    case 'note':
      return say('within', table.words)
  }
}

/**
 * Whether a result is at or over the average of somebody's age and sex: the middle of the middle half, a mean, a usual
 * value, or a limit that is met. A measure without a table for this person is not.
 *
 * @example
 * atOrOverAverage(chairStand, 12, { age: 74, sex: 'female' }) // false
 */
export function atOrOverAverage(measure: Measure, value: number, person: NormPerson): boolean {
  return measure.norms.some((table) => {
    switch (table.kind) {
      case 'middle-half': {
        const row = rowFor(table.rows, person)
        return !('missing' in row) && value >= ((row.low + row.high) / 2) * table.times
      }
      case 'mean': {
        const row = rowFor(table.rows, { ...person, sex: 'unsaid' })
        return !('missing' in row) && value >= row.mean
      }
      case 'reference':
        return value >= table.value
      case 'threshold':
        return table.met === 'at-least' ? value >= table.at : value < table.at
      default:
        return false
    }
  })
}

/**
 * The band that a chart shades for this person: the middle half where there is one.
 *
 * @example
 * bandFor(chairStand, { age: 74, sex: 'female' }) // { low: 10, high: 15 }
 */
export function bandFor(measure: Measure, person: NormPerson): NormBand | null {
  for (const table of measure.norms) {
    if (table.kind !== 'middle-half') continue
    const row = rowFor(table.rows, person)
    if (!('missing' in row)) return { low: row.low * table.times, high: row.high * table.times }
  }
  return null
}

interface Row {
  sex?: 'female' | 'male'
  from: number
  to: number
}

function rowFor<R extends Row>(rows: readonly R[], { age, sex }: NormPerson): R | { missing: string } {
  const hasSexes = rows.some((row) => row.sex !== undefined)
  if (age === null) return { missing: 'the table goes by age, and the year of birth is not written down' }
  if (hasSexes && sex === 'unsaid') return { missing: 'the table goes by sex, and none is written down' }
  const row = rows.find(
    (other) => (other.sex === undefined || other.sex === sex) && age >= other.from && age <= other.to,
  )
  if (row) return row
  const [youngest, oldest] = [Math.min(...rows.map((other) => other.from)), Math.max(...rows.map((other) => other.to))]
  return { missing: `the table covers ages ${youngest} to ${oldest} and says nothing about ${age}` }
}

const PEOPLE = { female: 'women', male: 'men', unsaid: 'people' } as const

function groupWords({ sex, from, to }: Row): string {
  return `${PEOPLE[sex ?? 'unsaid']} of ${from}–${to}`
}
