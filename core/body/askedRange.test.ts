import { describe, expect, it } from 'vitest'
import { shippedData } from '../../tests/shippedCatalogue'
import { solvedFigures } from '../../server/catalogue/solvedFigures'
import { rungsOf } from '../catalogue/summary'
import { askedRangeDeg, READABLE_RANGES, type ReadableRange } from './askedRange'

const data = shippedData()
const { figures } = solvedFigures(data)
const imposing = data.movements
  .flatMap(rungsOf)
  .flatMap(({ id, rung }) => rung.imposed.map((imposed) => ({ id, rung, imposed })))
const asked = (id: string, measure: string) => {
  const poses = Object.values(figures.get(id)!).map((solved) => solved!.pose)
  return Math.max(
    ...poses.flatMap((pose) =>
      (['left', 'right'] as const).map((side) => askedRangeDeg(pose, measure as ReadableRange, side)),
    ),
  )
}

describe('ranges that a pose imposes', () => {
  it('are said of a floor sit that turns the hip in, of long legs, and of bending over a flat foot', () => {
    expect(new Set(imposing.map(({ imposed }) => imposed.measure))).toEqual(
      new Set(['hip-turn-in', 'straight-leg-raise', 'ankle-bend']),
    )
  })
  it('can all be read off the pose', () => {
    for (const { imposed } of imposing) expect(READABLE_RANGES as readonly string[]).toContain(imposed.measure)
  })
  it('are what the solved pose shows, to 5°, unless a prop’s height is a dial that lowers it', () => {
    for (const { id, rung, imposed } of imposing) {
      const shown = asked(id, imposed.measure)
      if (rung.dials.some((range) => range.dial === 'prop-height'))
        expect(imposed.degrees, id).toBeLessThanOrEqual(shown)
      else
        expect(
          Math.abs(imposed.degrees - shown),
          `${id}: says ${imposed.degrees}°, the pose shows ${shown.toFixed(0)}°`,
        ).toBeLessThanOrEqual(5)
    }
  })
  it('ask a straight leg of long sitting and none of a bent one', () => {
    expect(asked('paced-breath.floor.3', 'straight-leg-raise')).toBeGreaterThan(75)
    expect(asked('ankle-on-knee.bed.2', 'straight-leg-raise')).toBe(0)
  })
})
