import { describe, expect, it } from 'vitest'
import { blockOfMovement, planWith } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { personIn } from '../../tests/people'
import type { Person } from '../offer/person'
import { coverageOf, fillersFor, gainedFrom, gapsOf, shortOf, tissueSeconds, wantedSeconds } from './coverage'
import { riderOf } from './riders'

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
    expect(coverageOf(planWith([block('a'), block('b')]), [], catalogue).chair.get(region)).toMatchObject({
      usual: 120 * weight,
      least: 120 * weight,
    })
  })
  it('counts what a lane departs to', () => {
    const departs = planWith([blockOfMovement('ankle-on-knee', { lanes: { bed: { movement: 'paced-breath' } } })])
    expect([...coverageOf(departs, [], catalogue).bed.keys()]).toEqual(
      Object.keys(catalogue.movements.get('paced-breath')!.regions),
    )
  })
})

describe('coverage counts people, not blocks', () => {
  const plan = planWith([
    blockOfMovement('bridge', { id: 'a', dose: { kind: 'hold', seconds: 30 }, rounds: 2 }),
    blockOfMovement('ankle-on-knee', { id: 'b', dose: { kind: 'hold', seconds: 30 }, rounds: 2 }),
  ])
  const when = { daysAway: 7, screenedDaysAgo: 1 }
  const riding = (person: Person) => riderOf({ person, when }, plan, catalogue)
  const usual = personIn('chair', { id: 'usual' })
  const fact = (consideration: string) => ({ consideration, side: 'both' as const, clearedBy: '' })
  const secondsOf = (person: Person) => {
    const cover = coverageOf(plan, [riding(usual), riding(person)], catalogue).chair.get('back-of-hip')!
    return cover.people.find(({ id }) => id === person.id)!.seconds
  }
  it('as 60 s of each movement by its weight for somebody without limits', () => {
    expect(secondsOf(usual)).toBe(120)
  })
  it('with half the dose and longer rests as half of it at most', () => {
    const half = secondsOf(personIn('chair', { id: 'half', considerations: [fact('fatigue-illness')] }))
    expect(half).toBeGreaterThan(0)
    expect(half).toBeLessThanOrEqual(60)
  })
  it('with breath in place of a movement as nothing, and says who falls short', () => {
    const left = personIn('chair', {
      id: 'left',
      leftOut: ['bridge', 'ankle-on-knee'].map((movement) => ({ movement, tier: 'chair' as const })),
    })
    expect(secondsOf(left)).toBe(0)
    const cover = coverageOf(plan, [riding(usual), riding(left), riding({ ...usual, id: 'third' })], catalogue)
    const hip = cover.chair.get('back-of-hip')!
    expect(hip).toMatchObject({ least: 0, usual: 120 })
    expect(shortOf(hip, 60)).toEqual(['left'])
  })
  it('and so the lanes differ where their people do', () => {
    const bed = personIn('bed', { id: 'bed', considerations: [fact('fatigue-illness')] })
    const cover = coverageOf(plan, [riding(usual), riding(bed)], catalogue)
    expect(cover.bed.get('back-of-hip')!.usual).toBeLessThan(cover.chair.get('back-of-hip')!.usual)
  })
  it('and a side that has a stand-in as what it is, half of the block', () => {
    const hip = { consideration: 'hip-replacement-back', side: 'left' as const, clearedBy: '' }
    const levels = [{ movement: 'inward-turn-lift', tier: 'chair' as const, side: 'both' as const, level: 4 }]
    const turned = planWith([blockOfMovement('inward-turn-lift', { dose: { kind: 'hold', seconds: 30 }, rounds: 1 })])
    const [offers] = riderOf(
      { person: personIn('chair', { considerations: [hip], levels }), when },
      turned,
      catalogue,
    ).offers
    expect(offers!.map((offer) => offer.kind)).toEqual(['stand-in', 'movement'])
    const gained = gainedFrom(offers!, turned.blocks[0]!, catalogue)
    expect(gained.map(({ movement }) => movement.id)[1]).toBe('inward-turn-lift')
    expect(gained[1]!.seconds).toBe(15)
    expect(gained[0]!.seconds).toBeLessThanOrEqual(15)
  })
})

describe('what an aim wants', () => {
  it('is the school’s weekly time by the region’s weight; 180 s for Dwell, 90 for Pulse', () => {
    expect(wantedSeconds(aim, 'hip-rotation', { school: 'dwell', catalogue })).toBe(180)
    expect(wantedSeconds(aim, 'inner-thigh', { school: 'pulse', catalogue })).toBeCloseTo(63)
    expect(wantedSeconds(aim, 'neck', { school: 'dwell', catalogue })).toBe(0)
  })
  it('is missing in an empty plan, the largest gap first, and filled best by what is for it', () => {
    const gaps = gapsOf(coverageOf(planWith([]), [], catalogue), { aim, school: 'dwell', tiers: ['chair'], catalogue })
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
      gapsOf(coverageOf(full, [], catalogue), { aim, school: 'dwell', tiers: ['floor'], catalogue }).some(
        (gap) => gap.region === 'hip-rotation',
      ),
    ).toBe(false)
  })
})
