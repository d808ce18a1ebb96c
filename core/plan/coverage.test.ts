import { describe, expect, it } from 'vitest'
import { blockOfMovement, planWith } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { coverageOf, fillersFor, gapsOf, tissueSeconds, wantedSeconds } from './coverage'

const catalogue = shippedCatalogue()
const aim = catalogue.aims.find((other) => other.id === 'free-hips')!

describe('time on tissue', () => {
  // Garber et al. 2011, ACSM position stand (memory): about 60 s a stretch and side. Two holds of 30 s are that.
  it('of two holds of 30 s is 60 s a side, whatever the rest and the side change', () => {
    const block = blockOfMovement('ankle-on-knee', { dose: { kind: 'hold', seconds: 30 }, rounds: 2, restSeconds: 20 })
    expect(tissueSeconds(block, catalogue.movements.get('ankle-on-knee')!)).toBe(60)
  })
  it('of alternating repetitions counts one side only', () => {
    const alternating = [...catalogue.movements.values()].find((movement) => movement.sides === 'alternating')!
    const dose = { kind: 'reps' as const, count: 10, out: 2, pause: 0, back: 2, between: 0, lastHold: 0 }
    expect(tissueSeconds({ dose, rounds: 1 }, alternating)).toBe(40)
  })
  it('is weighted by how much a movement is for a region, and added up over blocks', () => {
    const { regions } = catalogue.movements.get('ankle-on-knee')!
    const [region, weight] = Object.entries(regions)[0]! as [keyof typeof regions, number]
    const block = (id: string) =>
      blockOfMovement('ankle-on-knee', { id, dose: { kind: 'hold', seconds: 30 }, rounds: 2 })
    expect(coverageOf(planWith([block('a'), block('b')]), catalogue).chair.get(region)).toMatchObject({
      seconds: 120 * weight,
    })
  })
  it('counts what stands in where a lane has no ladder, and what a lane departs to', () => {
    const noStanding = [...catalogue.movements.values()].find((movement) => movement.standIns.standing)!
    const standIn = catalogue.movements.get(noStanding.standIns.standing!)!
    const cover = coverageOf(planWith([noStanding.id]), catalogue)
    expect([...cover.standing.keys()].sort()).toEqual(Object.keys(standIn.regions).sort())
    const departs = planWith([blockOfMovement('ankle-on-knee', { lanes: { bed: { movement: 'paced-breath' } } })])
    expect([...coverageOf(departs, catalogue).bed.keys()]).toEqual(
      Object.keys(catalogue.movements.get('paced-breath')!.regions),
    )
  })
})

describe('what an aim wants', () => {
  it('is the school’s weekly time by the region’s weight; 180 s for Dwell, 90 for Pulse', () => {
    expect(wantedSeconds(aim, 'hip-rotation', { school: 'dwell', catalogue })).toBe(180)
    expect(wantedSeconds(aim, 'inner-thigh', { school: 'pulse', catalogue })).toBeCloseTo(63)
    expect(wantedSeconds(aim, 'neck', { school: 'dwell', catalogue })).toBe(0)
  })
  it('is missing in an empty plan, the largest gap first, and filled best by what is for it', () => {
    const gaps = gapsOf(coverageOf(planWith([]), catalogue), { aim, school: 'dwell', tiers: ['chair'], catalogue })
    expect(gaps[0]).toEqual({ tier: 'chair', region: 'hip-rotation', seconds: 0, wanted: 180 })
    const best = fillersFor(gaps, { tier: 'chair', school: 'dwell', catalogue, minutesOf: () => 3 })[0]!
    expect(Object.keys(best.movement.regions).some((region) => region in aim.regions)).toBe(true)
    expect(fillersFor([], { tier: 'chair', school: 'dwell', catalogue, minutesOf: () => 3 })).toEqual([])
  })
  it('is no gap where it is met', () => {
    const full = planWith(
      Array.from({ length: 8 }, (_, at) =>
        blockOfMovement('rotation-sit', { id: `b${at}`, dose: { kind: 'hold', seconds: 60 } }),
      ),
    )
    expect(
      gapsOf(coverageOf(full, catalogue), { aim, school: 'dwell', tiers: ['floor'], catalogue }).some(
        (gap) => gap.region === 'hip-rotation',
      ),
    ).toBe(false)
  })
})
