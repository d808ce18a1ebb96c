import { describe, expect, it } from 'vitest'
import { shippedData } from '../../tests/shippedCatalogue'
import { rungsOf } from '../catalogue/summary'
import { anglesOf } from './joints'
import { pressArrow } from './pressArrow'
import { viewOf } from './project'
import { skeletonOf } from './skeleton'

const body = skeletonOf('upright', anglesOf({}), [0, 0.53, 0])
/** Its corners, thousandths of a body height, y downwards; the tip is the fourth. */
const cornersOf = (d: string) => [...d.matchAll(/(-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)])
const arrow = (press: Parameters<typeof pressArrow>[0], yaw: number, share = 1) =>
  cornersOf(pressArrow(press, body, viewOf({ yaw, pitch: 0 }), share).paths[0]!.d)
const span = (corners: (number | undefined)[][], axis: 0 | 1) => {
  const along = corners.map((corner) => corner[axis]!)
  return Math.max(...along) - Math.min(...along)
}

describe('the arrow of a press', () => {
  it('points where the force goes', () => {
    const down = arrow({ at: 'right heel', way: 'down' }, 0)
    expect(down[3]![1]).toBe(Math.max(...down.map(([, y]) => y!)))
    // Seen from the front the figure's right is at the left.
    const right = arrow({ at: 'right knee', way: 'right' }, 90)
    expect(right[3]![0]).toBe(Math.min(...right.map(([x]) => x!)))
    const [one, other] = [arrow({ at: 'right knee', way: 'left' }, 90), arrow({ at: 'left knee', way: 'right' }, 90)]
    expect(one[3]![0]! < other[3]![0]!).toBe(true)
    expect(one[0]![0]! < one[3]![0]! && other[0]![0]! > other[3]![0]!).toBe(true)
  })
  it('grows with the effort, is 16 units thick, and is not there while nothing is pressed', () => {
    const lengths = [0.01, 0.5, 1].map((share) => span(arrow({ at: 'right heel', way: 'down' }, 0, share), 1))
    expect(lengths).toEqual(lengths.toSorted((a, b) => a - b))
    expect(lengths[2]).toBeGreaterThan(1.8 * lengths[0]!)
    const [first, , , , , , last] = arrow({ at: 'right heel', way: 'down' }, 0)
    expect(Math.hypot(first![0]! - last![0]!, first![1]! - last![1]!)).toBeCloseTo(16, 0)
    expect(pressArrow({ at: 'right heel', way: 'down' }, body, viewOf({ yaw: 0, pitch: 0 }), 0).paths[0]!.d).toBe('')
  })
  it('is written for every version of a movement that is a press', () => {
    const pressed = shippedData().movements.filter(({ doses }) => doses.dwell?.dose.kind === 'press')
    expect(pressed.map(({ id }) => id)).toEqual(['leg-back-press', 'outward-turn-press', 'squeeze', 'opposed-presses'])
    const without = pressed.flatMap(rungsOf).filter(({ rung }) => rung.presses.length === 0)
    expect(without.map(({ id }) => id)).toEqual([])
  })
  it('is written wherever a school presses against something, and not where a stretch is pressed from within', () => {
    const pressed = shippedData().movements.filter(({ doses }) =>
      Object.values(doses).some((of) => of?.dose.kind === 'press'),
    )
    const arrowless = pressed.filter((movement) => rungsOf(movement).every(({ rung }) => rung.presses.length === 0))
    expect(arrowless.map(({ id }) => id)).toEqual([
      ...['cross-body-arm', 'hip-hinge', 'turned-out-hinge', 'front-of-hip-opening', 'front-of-thigh', 'ankle-on-knee'],
      ...['knee-hug', 'side-leg-raise', 'inward-turn-lift', 'rotation-sit', 'cross-legged-reach', 'calf-and-shin'],
    ])
  })
})
