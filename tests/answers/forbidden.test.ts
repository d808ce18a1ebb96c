import { describe, expect, it } from 'vitest'
import { drawnSide } from '../../core/body/drawnSide'
import type { BodySide } from '../../core/body/joints'
import { LEVELS, TIERS, type Side } from '../../core/catalogue/words'
import { entriesOf } from '../../core/entries'
import type { Offer } from '../../core/offer/offer'
import { offersFor } from '../../core/offer/offerFor'
import { USUAL_ARRIVAL, type Person } from '../../core/offer/person'
import { todayOf } from '../../core/offer/today'
import { judge } from '../../core/offer/verdict'
import { isTwoSided } from '../../core/time/workSeconds'
import { personIn } from '../people'
import { shippedCatalogue } from '../shippedCatalogue'
import { factName, factsOf, type Fact } from './answers'
import { FORBIDDEN, solvedPoses } from './forbidden'

const catalogue = shippedCatalogue()
const poses = solvedPoses()
const when = { daysAway: 7, screenedDaysAgo: 1 }

/** Everything that somebody with a fact is offered, in every tier and at every level they could have reached. */
function* offersTo(fact: Fact): Generator<{ offer: Offer; person: Person }> {
  for (const tier of TIERS) {
    for (const level of LEVELS) {
      const levels = [...catalogue.movements.keys()].map((movement) => ({
        movement,
        tier,
        side: 'both' as const,
        level,
      }))
      const person = personIn(tier, { considerations: [fact], levels })
      const today = todayOf(person, catalogue, USUAL_ARRIVAL, when)
      for (const movement of catalogue.movements.values()) {
        const school = 'dwell'
        for (const offer of offersFor({ movement, ...movement.doses[school], school }, { person, today, catalogue }))
          if (offer.variation) yield { offer, person }
      }
    }
  }
}

/** The drawn sides on which a fact of somebody's side is met in what they are offered. */
function drawnSides(offer: Offer, fact: Fact): BodySide[] {
  const { variation } = offer
  if (!variation || fact.side === 'both' || !isTwoSided(variation.sides) || offer.side === 'both')
    return ['left', 'right']
  const worked = drawnSide(variation)
  const other: BodySide = worked === 'left' ? 'right' : 'left'
  return [offer.side === fact.side ? worked : other]
}

describe('nobody is offered what is closed to them', () => {
  const facts = factsOf(catalogue)
  it('by the positions that are commonly taught, held against the solved poses of every offer', () => {
    const wrong = new Set<string>()
    let held = 0
    for (const fact of facts) {
      const tables = FORBIDDEN.filter((row) => row.consideration === fact.consideration)
      if (tables.length === 0) continue
      for (const { offer } of offersTo(fact)) {
        if (offer.kind === 'breath') continue
        held += 1
        for (const pose of poses.get(offer.variation!.id) ?? [])
          for (const side of drawnSides(offer, fact))
            for (const row of tables)
              if (row.isIn(pose, side)) wrong.add(`${factName(fact)}: ${offer.variation!.id} ${row.words}`)
      }
    }
    expect(held).toBeGreaterThan(5000)
    expect([...wrong]).toEqual([])
  })
  it('by the rules of their health facts, for every fact, tier, movement, level and side', () => {
    const wrong = new Set<string>()
    for (const fact of facts) {
      for (const { offer, person } of offersTo(fact)) {
        if (offer.kind === 'breath') continue
        const side: Side = isTwoSided(offer.variation!.sides) ? offer.side : 'both'
        if (judge(offer.variation!, side, { person }, catalogue).blocks.length > 0)
          wrong.add(`${factName(fact)}: ${offer.variation!.id}`)
      }
    }
    expect([...wrong]).toEqual([])
  }, 120_000)
  it('nor a dose that a health fact limits, in any school', () => {
    const wrong: string[] = []
    for (const fact of facts) {
      const row = catalogue.considerations.get(fact.consideration)!
      if (row.effortAtMost === undefined && row.holdAtMost === undefined) continue
      const person = personIn('chair', { considerations: [fact] })
      const today = todayOf(person, catalogue, USUAL_ARRIVAL, when)
      for (const movement of catalogue.movements.values()) {
        for (const [school, plan] of entriesOf(movement.doses)) {
          for (const { own, variation } of offersFor({ movement, ...plan, school }, { person, today, catalogue })) {
            if (!variation) continue
            if ('effort' in own.dose && own.dose.effort > (row.effortAtMost ?? 100))
              wrong.push(`${row.id}: ${variation.id} ${school} at ${own.dose.effort} %`)
          }
        }
      }
    }
    expect(wrong).toEqual([])
  })
})
