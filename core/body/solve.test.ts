import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { EMPTY_SCENE } from '../catalogue/figure'
import { contactsIn } from './contacts'
import { anglesOf, JOINTS, limbIndex } from './joints'
import { cm, sceneOf } from './scene'
import { skeletonOf } from './skeleton'
import { missedBy, solvePose } from './solve'
import { ballAt } from './spots'

const floor = sceneOf(EMPTY_SCENE)
const standing = contactsIn({ feet: 'floor' }, floor)
const solve = (wish: object, contacts = standing, scene = floor, weightAt: readonly [number, number] | null = [0, 0]) =>
  solvePose({ base: 'upright', wish: anglesOf(wish), contacts, scene, weightAt })

describe('the solver', () => {
  it('leaves a pose alone that already touches what it has to', () => {
    const { angles, missed, moved } = solve({})
    expect(missed).toBeLessThan(cm(0.2))
    expect(moved).toBeLessThan(4)
    expect([...angles].every((angle) => Math.abs(angle) < 4)).toBe(true)
  })
  it('puts both soles on the floor whatever stance is wished', () => {
    const anyStance = fc.record({
      hipFlexion: fc.integer({ min: 0, max: 50 }),
      kneeFlexion: fc.integer({ min: 0, max: 60 }),
      hipAbduction: fc.integer({ min: 0, max: 22 }),
      tilt: fc.integer({ min: -5, max: 25 }),
    })
    fc.assert(
      fc.property(anyStance, (wish) => {
        const { missed, sunk, angles } = solve(wish)
        expect(missed).toBeLessThan(cm(0.5))
        expect(sunk).toBeLessThan(cm(1))
        for (const [at, angle] of angles.entries()) expect(angle).toBeGreaterThan(JOINTS[at]!.from - 2)
      }),
      { numRuns: 12 },
    )
  })
  it('keeps the weight over the feet', () => {
    const { angles, root } = solve({ tilt: 25 })
    const body = skeletonOf('upright', angles, [...root])
    const feet = (body.left.heel[0] + body.left.ball[0]) / 2
    expect(Math.abs(body.spine[3]![0] - feet)).toBeLessThan(0.12)
  })
  it('brings a palm to the thigh, the chair back or the wall', () => {
    const chair = sceneOf({ ...EMPTY_SCENE, chair: 'before' })
    const cases = [
      [{ feet: 'floor', hands: 'chair-back' }, chair],
      [{ feet: 'floor', hands: 'hip' }, floor],
      [{ feet: 'floor', hands: 'wall' }, sceneOf({ ...EMPTY_SCENE, wall: 'before' })],
    ] as const
    for (const [written, scene] of cases) {
      const contacts = contactsIn(written, scene)
      const { angles, root } = solve({ shoulderFlexion: 60, elbowFlexion: 30 }, contacts, scene)
      const body = skeletonOf('upright', angles, [...root])
      for (const contact of contacts)
        expect(Math.abs(missedBy(contact, body)), JSON.stringify(contact)).toBeLessThan(cm(0.5))
    }
  })
  it('gives the same pose for the same wish', () => {
    expect(solve({ hipFlexion: 30, kneeFlexion: 40 })).toEqual(solve({ hipFlexion: 30, kneeFlexion: 40 }))
  })
  it('keeps a free limb at what was written', () => {
    const { angles } = solve({ right: { shoulderAbduction: 88, elbowFlexion: 20 } })
    expect(angles[limbIndex('right', 'shoulderAbduction')]).toBeCloseTo(88, 0)
    expect(angles[limbIndex('right', 'elbowFlexion')]).toBeCloseTo(20, 0)
  })
  it('rests a ball on a plane and not in it', () => {
    const { angles, root } = solve({})
    const ball = ballAt(skeletonOf('upright', angles, [...root]), 'left heel')
    expect(ball.at[1] - ball.radius).toBeCloseTo(0, 2)
  })
})

describe('written contacts', () => {
  it('hold for both sides, unless a side is named', () => {
    const both = contactsIn({ feet: 'floor', rightFoot: 'free' }, floor)
    expect(both.every((contact) => contact.kind === 'plane' && contact.spot.startsWith('left'))).toBe(true)
  })
  it('know the heights of what stands there', () => {
    const raised = sceneOf({ ...EMPTY_SCENE, chair: 'sit', seatCushions: 2 })
    expect(contactsIn({ seat: 'chair' }, raised)[0]).toMatchObject({ kind: 'plane', spot: 'seat', at: cm(55) })
    expect(contactsIn({ rightKnee: 'cushion' }, sceneOf({ ...EMPTY_SCENE, kneeCushions: 1 }))[0]).toMatchObject({
      at: cm(5),
    })
    expect(contactsIn({ seat: 'floor' }, sceneOf({ ...EMPTY_SCENE, seatBlockCm: 10 }))[0]).toMatchObject({ at: cm(10) })
  })
})
