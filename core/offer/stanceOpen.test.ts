import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { entryOf, valueIn } from '../entries'
import { stanceAt, STANCE_DIALS } from '../catalogue/stance'
import { withinFacts } from './doseOn'
import { offersFor } from './offerFor'
import { dialsWords, type Dials } from './dials'
import { USUAL_ARRIVAL, type Arrival, type Person } from './person'
import { openUntil, withinOpen } from './stanceOpen'
import { todayOf } from './today'
import { judge } from './verdict'

const catalogue = shippedCatalogue()
const rung = (id: string) => entryOf(catalogue.variations, id)
const withFact = (consideration: string, change: Partial<Person> = {}) =>
  personIn('standing', { considerations: [{ consideration, side: 'both', clearedBy: '' }], ...change })
const sway = rung('weight-shifts.standing.3')
const free = rung('weight-shifts.standing.4')
const range = (of: typeof sway, dial: string) => of.dials.find((one) => one.dial === dial)!
const turned = (id: string, dials: Dials): Pick<Person, 'levels' | 'dials'> => {
  const { movement, tier, level } = rung(id)
  return {
    levels: [{ movement, tier, side: 'both', level }],
    dials: Object.entries(dials).map(([dial, value]) => ({
      ...{ movement, tier, level, side: 'both', since: '2026-11-01' },
      ...{ dial: dial as 'eyes', value },
    })),
  } as Pick<Person, 'levels' | 'dials'>
}
function offered(id: string, person: Person, arrival: Arrival = USUAL_ARRIVAL): Dials {
  const movement = entryOf(catalogue.movements, rung(id).movement)
  const today = todayOf(person, catalogue, arrival, { daysAway: 7, screenedDaysAgo: 1 })
  return offersFor({ movement, ...movement.doses.dwell }, { person, today, catalogue, arrival })[0]!.dials
}

describe('how far a stance may be made harder', () => {
  it('is as far as the rung goes, for whom nothing is closed', () => {
    expect(openUntil(sway, range(sway, 'eyes'), { person: personIn('standing'), side: 'both' }, catalogue)).toBe(3)
  })
  it.each([
    ['numb-feet', 'eyes', 1],
    ['sees-poorly', 'eyes', 1],
    ['neck-unstable', 'eyes', 0],
  ])('ends for somebody with %s where the %s would ask what is closed', (fact, dial, until) => {
    expect([...catalogue.considerations.keys()]).toContain(fact)
    expect(openUntil(sway, range(sway, dial), { person: withFact(fact), side: 'both' }, catalogue)).toBe(until)
  })
  it('never asks for what is closed, whoever it is and whatever the rung', () => {
    for (const fact of catalogue.considerations.keys()) {
      const person = withFact(fact)
      for (const one of catalogue.variations.values()) {
        if (judge(one, 'both', { person }, catalogue).blocks.length > 0) continue
        for (const { dial, to } of withinFacts(one, person, catalogue).dials) {
          const stance = STANCE_DIALS.find((known) => known === dial)
          if (!stance) continue
          const { asks, support = one.support } = stanceAt(stance, to)
          const tags = asks.filter((tag) => one.tier === 'standing' || tag === 'eyes-closed' || tag === 'turning')
          const harder = {
            ...one,
            support,
            demands: [...one.demands, ...tags.map((tag) => ({ tag, of: 'whole' as const }))],
          }
          expect(judge(harder, 'both', { person }, catalogue).blocks, `${fact} ${one.id} ${dial}`).toEqual([])
        }
      }
    }
  })
})

describe('a stance that was made harder', () => {
  it('is said with the offer', () => {
    const dials = offered(
      'weight-shifts.standing.3',
      personIn('standing', turned('weight-shifts.standing.3', { eyes: 2, base: 2 })),
    )
    expect(dialsWords(sway, dials)).toBe('feet together, a soft gaze')
  })
  it('goes back to what is open when a health fact comes', () => {
    const person = withFact('numb-feet', turned('weight-shifts.standing.3', { eyes: 3, base: 3 }))
    expect(offered('weight-shifts.standing.3', person)).toEqual({ eyes: 1, base: 3 })
  })
  it('goes back to its start while somebody is dizzy', () => {
    const person = personIn('standing')
    const dials = withinOpen(
      { eyes: 3, surface: 2, repetitions: 8 },
      free,
      { person, side: 'both', arrival: { ...USUAL_ARRIVAL, dizzy: true } },
      catalogue,
    )
    expect(dials).toEqual({ eyes: 0, surface: 0, repetitions: 8 })
    expect(valueIn(dials, 'eyes')).toBe(0)
  })
})
