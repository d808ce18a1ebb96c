import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { TIERS } from '../catalogue/words'
import { changeover, usualMover } from '../time/changeover'
import { moverOf } from './mover'
import { isOfTheBody } from './ownDose'
import { doseLimitWords, ownDoseWords } from './ownDoseWords'
import type { Person } from './person'
import { swingFor } from './swingFor'
import { judge } from './verdict'

const catalogue = shippedCatalogue()
const { movements, variations, graph, clock } = catalogue
const PAIR = { kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 } as const
const paired = [...movements.values()].filter(({ doses }) => doses['swing-pair'].dose.kind === 'pair')
const offersOf = (movement: string, people: readonly Person[], dose: typeof PAIR = PAIR) => {
  const plan = planWith([blockOfMovement(movement, { dose })])
  return ridersIn(plan, people).map(({ offers }) => offers[0]!)
}
const typical = (variation: string, withinSeconds = 4) => {
  const rung = variations.get(variation)!
  const limits = { withinSeconds, mover: usualMover(clock), isOpen: () => true }
  return swingFor({ movement: movements.get(rung.movement)!, variation: rung }, limits, catalogue)
}

describe('the swing that goes with a hold', () => {
  it.each([
    ['knee-hug.bed.2', 'leg-swings.bed.1'],
    ['front-of-thigh.bed.2', 'leg-swings.bed.2'],
    ['front-of-thigh.floor.3', 'leg-swings.floor.3'],
    ['front-of-hip-opening.chair.2', 'leg-swings.chair.2.sideways'],
    ['cross-body-arm.standing.4', 'arm-swings.standing.3'],
    ['wide-step.bed.1', 'open-and-cross.bed.1'],
    ['figure-four-drop.floor.3.against-wall', 'knee-sways.floor.3.against-wall'],
  ])('of %s is %s, where they are', (held, swung) => {
    expect(typical(held)).toMatchObject({ variation: { id: swung }, there: [], back: [], seconds: 0 })
  })
  it('has no place where an arm cannot hang: across the chest, lying', () => {
    expect(typical('cross-body-arm.bed.2', 600)).toBeNull()
  })
  it('needs nothing that is not at hand: a knee that falls out is laid on a pillow', () => {
    expect(variations.get('open-and-cross.bed.1')!.props.map(({ prop }) => prop)).toEqual(['pillow'])
    // Where no pillow lies, the knees sway.
    expect(variations.get('ankle-on-knee.bed.2')!.props).toEqual([])
    expect(typical('ankle-on-knee.bed.2')!.variation.id).toBe('knee-sways.bed.1')
  })
  it('is reached in the seconds that are given, there and back', () => {
    expect(typical('hip-hinge.standing.3')).toBeNull()
    const swing = typical('hip-hinge.standing.3', 8)!
    expect(swing.there.map(({ to }) => to)).toEqual(['standing/behind-chair'])
    expect(swing.back.map(({ to }) => to)).toEqual(['standing/free'])
    expect(swing.seconds).toBeLessThanOrEqual(8)
  })
  it('stands in the catalogue wherever the school of pairs gives one', () => {
    expect(paired.length).toBeGreaterThan(20)
    for (const { id, swings } of paired) expect(swings, id).not.toEqual([])
  })
})

describe('pairs', () => {
  const facts = [...catalogue.considerations.keys()]
  /** Somebody with each fact, at each pace, at each level of what they do. */
  const people = TIERS.flatMap((homeTier) =>
    facts.map((consideration, at) =>
      personIn(homeTier, {
        id: `${homeTier} ${consideration}`,
        pace: (['brisk', 'usual', 'slow'] as const)[at % 3]!,
        considerations: [{ consideration, side: at % 2 === 0 ? 'both' : 'left', clearedBy: '' }],
        levels: paired.map(({ id }) => ({ movement: id, tier: homeTier, side: 'both', level: (1 + (at % 5)) as 1 })),
      }),
    ),
  )
  it('have a swing that is done where they stand: with every fact, in every tier, at every level', () => {
    let [pairs, holds] = [0, 0]
    for (const { id } of paired) {
      const offers = offersOf(id, people)
      for (const [at, ofOne] of offers.entries()) {
        const person = people[at]!
        for (const { kind, variation, own, swing, side } of ofOne) {
          if (kind === 'breath' || kind === 'nothing') continue
          if (own.dose.kind !== 'pair') {
            expect(swing).toBeNull()
            holds += 1
            continue
          }
          pairs += 1
          const mover = moverOf(person, catalogue)
          expect(swing, `${person.id}: ${variation!.id}`).not.toBeNull()
          expect(swing!.variation.tier).toBe(variation!.tier)
          expect(swing!.variation.level).toBeLessThanOrEqual(variation!.level)
          const on = swing!.variation.sides === 'each' ? side : 'both'
          expect(judge(swing!.variation, on, { person }, catalogue).blocks, `${person.id}: ${variation!.id}`).toEqual(
            [],
          )
          for (const [from, to] of [
            [variation!.postureId, swing!.variation.postureId],
            [swing!.variation.postureId, variation!.postureId],
          ] as const)
            expect(changeover(graph, from, to, mover)!.seconds).toBeLessThanOrEqual(PAIR.there)
        }
      }
    }
    expect(pairs).toBeGreaterThan(3000)
    expect(holds).toBeGreaterThan(200)
  })
  it('are a hold alone where no swing can be done, and it is said; what is more than that is not', () => {
    const [offer] = offersOf('cross-body-arm', [personIn('bed')])[0]!
    expect(offer).toMatchObject({ own: { dose: { kind: 'hold', seconds: 10 }, rounds: 1 }, swing: null })
    const limit = offer!.own.limits.find(({ kind }) => kind === 'no-swing')!
    expect(ownDoseWords([limit])).toBe('10 s, no swing')
    expect(doseLimitWords(limit, catalogue)).toBe('No swing can be done from there: held for 10 s, then at ease.')
    expect(doseLimitWords({ kind: 'no-swing', seconds: 10, away: 7.5 }, catalogue)).toBe(
      'The swing is 8 s away, longer than the plan gives: held for 10 s, then at ease.',
    )
    expect(isOfTheBody(limit)).toBe(false)
  })
  it('leave out a swing that hurt somebody twice', () => {
    const hurt = personIn('chair', {
      leftOut: [{ movement: 'leg-swings', tier: 'chair', standsIn: false, asGuest: false }] as Person['leftOut'],
    })
    const [usual, left] = offersOf('knee-lift-hold', [personIn('chair'), hurt])
    expect(usual![0]!.swing!.variation.movement).toBe('leg-swings')
    expect(left![0]!).toMatchObject({ own: { dose: { kind: 'hold' } }, swing: null })
  })
})
