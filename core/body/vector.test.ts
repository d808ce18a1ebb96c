import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { aboutX, aboutY, aboutZ, after, cross, dot, length, mix, nearest, sub, turned, unit, type Vec } from './vector'

const number = fc.double({ min: -2, max: 2, noNaN: true })
const vec = fc.tuple(number, number, number) as fc.Arbitrary<Vec>
const turn = fc
  .tuple(fc.constantFrom(aboutX, aboutY, aboutZ), fc.double({ min: -180, max: 180, noNaN: true }))
  .map(([about, deg]) => about(deg))

describe('vectors and turns', () => {
  it('turn about the axes the right-handed way', () => {
    const close = (a: Vec, b: Vec) => expect(length(sub(a, b))).toBeLessThan(1e-9)
    close(turned(aboutZ(90), [1, 0, 0]), [0, 1, 0])
    close(turned(aboutX(90), [0, 1, 0]), [0, 0, 1])
    close(turned(aboutY(90), [0, 0, 1]), [1, 0, 0])
  })
  it('keep lengths and angles in any turn', () => {
    fc.assert(
      fc.property(turn, turn, vec, vec, (one, two, a, b) => {
        const r = after(one, two)
        expect(length(turned(r, a))).toBeCloseTo(length(a), 9)
        expect(dot(turned(r, a), turned(r, b))).toBeCloseTo(dot(a, b), 8)
      }),
    )
  })
  it('turn one after another', () => {
    fc.assert(
      fc.property(turn, turn, vec, (one, two, a) => {
        expect(length(sub(turned(after(one, two), a), turned(one, turned(two, a))))).toBeLessThan(1e-9)
      }),
    )
  })
  it('make a cross product that stands on both', () => {
    fc.assert(
      fc.property(vec, vec, (a, b) => {
        expect(dot(cross(a, b), a)).toBeCloseTo(0, 8)
        expect(dot(cross(a, b), b)).toBeCloseTo(0, 8)
      }),
    )
  })
  it('find the nearest points of two stretches: no pair of points is nearer', () => {
    fc.assert(
      fc.property(
        vec,
        vec,
        vec,
        vec,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (a0, a1, b0, b1, s, t) => {
          expect(nearest(a0, a1, b0, b1).distance).toBeLessThanOrEqual(
            length(sub(mix(a0, a1, s), mix(b0, b1, t))) + 2e-6,
          )
        },
      ),
    )
  })
  it('hand-worked: two crossing stretches a hand apart', () => {
    expect(nearest([-1, 0, 0], [1, 0, 0], [0, 0.3, -1], [0, 0.3, 1])).toMatchObject({ distance: 0.3 })
    expect(unit([0, 3, 4])).toEqual([0, expect.closeTo(0.6), expect.closeTo(0.8)])
  })
})
