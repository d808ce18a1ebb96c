import { z } from 'zod'
import type { Measure } from '../catalogue/measure'
import type { Side } from '../catalogue/words'

/** A circle's tests in one session: several stations at once, each with one test. */
export const TestRound = z.object({
  id: z.uuid(),
  circleId: z.uuid(),
  measures: z.array(z.string().min(1).max(40)),
  startedAt: z.string(),
})
export type TestRound = z.infer<typeof TestRound>

/** Stations that one circle fills: more are another day's. */
export const STATIONS_AT_MOST = 6

/** Somebody in a round, as far as it matters for whom is tested in what. */
export interface RoundPerson {
  id: string
  /** Whether standing is open to them at all. */
  standing: 'yes' | 'with-help' | 'no'
  isScreened: boolean
}

/** What was taken in a round. */
export interface RoundResult {
  participant: string
  measure: string
  side: Side
}

/**
 * Whether a test is quick enough for a round: no sensor, nothing to set or to ask besides.
 *
 * @example
 * isQuick(shippedMeasure('chair-stand')) // true
 */
export function isQuick({ tool, setting, asksPain }: Pick<Measure, 'tool' | 'setting' | 'asksPain'>): boolean {
  return !['tilt', 'sway', 'press'].includes(tool) && setting === undefined && !asksPain
}

/**
 * Why somebody is not tested in something; empty: they are.
 *
 * @example
 * notTested(shippedMeasure('chair-stand'), { id: 'ann', standing: 'no', isScreened: true }) // 'standing is not open'
 */
export function notTested({ onFeet }: Pick<Measure, 'onFeet'>, { standing, isScreened }: RoundPerson): string {
  if (!isScreened) return 'not screened yet'
  return onFeet && standing === 'no' ? 'standing is not open' : ''
}

/** The sides a test is taken on, in their order. */
const sidesOf = ({ sides }: Pick<Measure, 'sides'>): Side[] => (sides ? ['left', 'right'] : ['both'])

/**
 * Which sides of a test somebody still has before them.
 *
 * @example
 * sidesLeft(shippedMeasure('grip'), 'ann', [{ participant: 'ann', measure: 'grip', side: 'left' }]) // ['right']
 */
export function sidesLeft(
  measure: Pick<Measure, 'id' | 'sides'>,
  participant: string,
  results: readonly RoundResult[],
): Side[] {
  return sidesOf(measure).filter(
    (side) =>
      !results.some((one) => one.participant === participant && one.measure === measure.id && one.side === side),
  )
}

/** Everything that a station looks at. */
export interface RoundState {
  measures: readonly Measure[]
  people: readonly RoundPerson[]
  results: readonly RoundResult[]
  /** Put off at this station, in their order. */
  later?: readonly string[]
}

/**
 * Who comes to a station, in their order: everybody once, each station beginning at another place of the circle, so
 * that nobody is called to two at once; who was put off comes last.
 *
 * @returns participant ids
 * @example
 * queueAt(shippedMeasure('chair-stand'), { measures: [shippedMeasure('chair-stand')], people: [{ id: 'ann',
 * standing: 'yes', isScreened: true }], results: [] }) // ['ann']
 */
export function queueAt(measure: Measure, { measures, people, results, later = [] }: RoundState): string[] {
  const able = people.filter((person) => notTested(measure, person) === '')
  const station = Math.max(
    0,
    measures.findIndex(({ id }) => id === measure.id),
  )
  const from = Math.round((station * able.length) / Math.max(1, measures.length))
  const turned = [...able.slice(from), ...able.slice(0, from)].map(({ id }) => id)
  const left = turned.filter((id) => sidesLeft(measure, id, results).length > 0)
  return [...left.filter((id) => !later.includes(id)), ...later.filter((id) => left.includes(id))]
}

/** How far a station is: people. */
export interface StationProgress {
  done: number
  able: number
}

/**
 * How far a station is.
 *
 * @example
 * stationProgress(shippedMeasure('chair-stand'), { measures: [], people: [], results: [] }) // { done: 0, able: 0 }
 */
export function stationProgress(measure: Measure, { people, results }: RoundState): StationProgress {
  const able = people.filter((person) => notTested(measure, person) === '')
  return { done: able.filter(({ id }) => sidesLeft(measure, id, results).length === 0).length, able: able.length }
}

/** Values on a pad: enough for a hand to find, few enough for a phone. */
const PAD = 24

/**
 * The amounts that one touch takes: whole numbers about the last result, or about what is usual.
 *
 * @param last in the measure's unit; null: none is known
 * @param shift pads further on, or back
 * @returns rising, within what is accepted; empty where a watch is used
 * @example
 * padOf(shippedMeasure('chair-stand'), 9).slice(0, 3) // [0, 1, 2]
 */
export function padOf(measure: Measure, last: number | null, shift = 0): number[] {
  if (measure.tool === 'stopwatch' || measure.tool === 'help') return []
  const { accepts, usual } = measure
  const [least, most] = [Math.ceil(accepts.from), Math.floor(accepts.to)]
  const middle = last ?? ((usual?.from ?? accepts.from) + (usual?.to ?? accepts.to)) / 2
  const wanted = Math.round(middle) - PAD / 2 + (shift * PAD) / 2
  const from = Math.max(least, Math.min(wanted, most - PAD + 1))
  return Array.from({ length: PAD }, (_, at) => from + at).filter((value) => value <= most)
}
