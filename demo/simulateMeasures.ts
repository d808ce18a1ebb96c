import { entryOf, sure } from '../core/entries'
import type { Catalogue } from '../core/catalogue/catalogue'
import type { Measure } from '../core/catalogue/measure'
import type { Side, Tier } from '../core/catalogue/words'
import type { MeasureRecord } from '../core/measure/record'
import { resultOf } from '../core/measure/resultOf'
import type { Random } from '../core/random'

const DAY_MS = 86_400_000

/**
 * What is measured of somebody who works in a tier, with an amount at capacity 3 and how much a step of capacity
 * changes it.
 */
const USUAL: Record<Tier, [measure: string, atThree: number, perStep: number][]> = {
  bed: [
    ['sit-up-help', 1, -0.8],
    ['edge-sit', 52, 14],
    ['neck-turn', 58, 6],
    ['arm-overhead', 140, 14],
    ['straight-leg-raise', 60, 8],
  ],
  chair: [
    ['chair-stand', 10, 2],
    ['up-and-go', 13, -2],
    ['feet-together', 10, 1],
    ['half-tandem', 10, 2.4],
    ['tandem', 7, 3],
    ['own-seat-stands', 5, 1],
    ['behind-chair-stand', 112, 20],
    ['knee-to-wall', 6, 1.5],
    ['hip-turn-in', 28, 4],
    ['back-scratch', -12, 5],
  ],
  standing: [
    ['chair-stand', 12, 2],
    ['up-and-go', 10, -1.5],
    ['tandem', 9.6, 2],
    ['one-leg-stand', 14, 8],
    ['heel-raises', 14, 4],
    ['knee-to-wall', 7, 1.5],
    ['down-and-up-help', 1.4, -0.8],
    ['kneel-on-cushion', 26, 8],
  ],
  floor: [
    ['chair-stand', 14, 2],
    ['up-and-go', 8, -1],
    ['tandem', 10, 1],
    ['one-leg-stand', 24, 9],
    ['knee-to-wall', 9, 1.5],
    ['hip-turn-in', 34, 5],
    ['straight-leg-raise', 72, 8],
    ['down-and-up-help', 0.2, -0.3],
    ['down-and-up-time', 16, -4],
  ],
}

/** What the simulation knows of a body. */
export interface MeasuredBody {
  homeTier: Tier
  capacity: number
  weaker?: Side | undefined
}

/**
 * Makes up results as an instructor would have taken them: every four weeks for half a year, slowly better, with the
 * noise of a day, the weaker side behind.
 *
 * @param until results end some days before it
 */
export function simulateMeasures(
  body: MeasuredBody,
  until: Date,
  catalogue: Catalogue,
  random: Random,
): MeasureRecord[] {
  return USUAL[body.homeTier].flatMap(([id, atThree, perStep]) => {
    const measure = entryOf(catalogue.measures, id)
    const sides: Side[] = measure.sides ? ['left', 'right'] : ['both']
    return Array.from({ length: 6 }, (_, at) => at).flatMap((at) =>
      sides.map((side): MeasureRecord => {
        const capacity = body.capacity - (side === body.weaker ? 0.8 : 0) - 0.16 * (5 - at)
        const middle = atThree + (capacity - 3) * perStep
        const tries = Array.from({ length: measure.tries }, () =>
          amount(measure, middle + random.normal(0.35 * Math.abs(perStep))),
        )
        return {
          id: random.uuid(),
          measure: id,
          side,
          value: sure(resultOf(measure, tries), `${measure.name} has no result.`),
          tries,
          setting: null,
          pain: measure.asksPain ? Math.floor(random.next() * 3) : null,
          simulated: false,
          note: '',
          takenAt: new Date(until.getTime() - (6 - at) * 28 * DAY_MS + 9 * DAY_MS).toISOString(),
          replaces: null,
        }
      }),
    )
  })
}

/** Within what can be, in the steps that an instructor reads off. */
function amount(measure: Measure, value: number): number {
  const top = measure.stopAt ?? measure.stopAtCount ?? measure.accepts.to
  const within = Math.min(Math.min(top, measure.accepts.to), Math.max(measure.accepts.from, value))
  return measure.unit === 's' || measure.unit === 'cm' ? Math.round(within * 10) / 10 : Math.round(within)
}
