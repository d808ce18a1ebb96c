import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { capsulePath, flat, hullOf, polygonPath, viewOf } from './project'
import { dot, length } from './vector'

describe('the camera', () => {
  it('looks at the figure’s right side at yaw 0 and at its front at yaw 90', () => {
    expect(flat(viewOf({ yaw: 0, pitch: 0 }), [1, 0, 0])).toMatchObject({ x: 1 })
    expect(flat(viewOf({ yaw: 0, pitch: 0 }), [0, 0, 1]).depth).toBeCloseTo(1)
    expect(flat(viewOf({ yaw: 90, pitch: 0 }), [1, 0, 0]).depth).toBeCloseTo(1)
    expect(flat(viewOf({ yaw: 90, pitch: 0 }), [0, 0, 1]).x).toBeCloseTo(-1)
  })
  it('puts what is higher higher on the paper', () => {
    fc.assert(
      fc.property(fc.integer({ min: -180, max: 180 }), fc.integer({ min: -10, max: 80 }), (yaw, pitch) => {
        expect(flat(viewOf({ yaw, pitch }), [0, 1, 0]).y).toBeLessThan(0)
      }),
    )
  })
  it('has axes of length one that stand on one another', () => {
    fc.assert(
      fc.property(fc.integer({ min: -180, max: 180 }), fc.integer({ min: -10, max: 80 }), (yaw, pitch) => {
        const { right, up, towards } = viewOf({ yaw, pitch })
        for (const axis of [right, up, towards]) expect(length(axis)).toBeCloseTo(1, 9)
        expect([dot(right, up), dot(up, towards), dot(right, towards)].every((value) => Math.abs(value) < 1e-9)).toBe(
          true,
        )
      }),
    )
  })
})

describe('outlines', () => {
  const points = fc.array(fc.record({ x: fc.integer({ min: -50, max: 50 }), y: fc.integer({ min: -50, max: 50 }) }), {
    minLength: 3,
    maxLength: 30,
  })
  it('hold all their points', () => {
    fc.assert(
      fc.property(points, (all) => {
        const hull = hullOf(all)
        fc.pre(hull.length > 2)
        for (const point of all) {
          for (const [at, from] of hull.entries()) {
            const to = hull[(at + 1) % hull.length]!
            expect((to.x - from.x) * (point.y - from.y) - (to.y - from.y) * (point.x - from.x)).toBeGreaterThanOrEqual(
              0,
            )
          }
        }
      }),
    )
  })
  it('are corners of what was given, without those inside', () => {
    expect(
      hullOf([
        { x: 0, y: 0 },
        { x: 4, y: 0 },
        { x: 4, y: 4 },
        { x: 0, y: 4 },
        { x: 2, y: 2 },
      ]),
    ).toHaveLength(4)
  })
  it('are written in whole thousandths', () => {
    expect(
      polygonPath([
        { x: 0.0014, y: 0.5 },
        { x: 1, y: 0 },
        { x: 0, y: 1 },
      ]),
    ).toBe('M1 500L1000 0L0 1000Z')
  })
  it('are one disc where one swallows the other', () => {
    expect(capsulePath({ x: 0, y: 0, r: 0.1 }, { x: 0.01, y: 0, r: 0.02 })).toBe(
      capsulePath({ x: 0, y: 0, r: 0.1 }, { x: 0, y: 0, r: 0.1 }),
    )
  })
})
