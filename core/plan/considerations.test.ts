import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Catalogue } from '../catalogue/catalogue'
import { Consideration } from '../catalogue/consideration'
import type { Dose } from '../catalogue/dose'
import { moverOf } from '../offer/mover'
import { offersFor } from '../offer/offerFor'
import { USUAL_ARRIVAL, type Person } from '../offer/person'
import { todayOf } from '../offer/today'
import { hasEnded } from '../offer/inForce'
import { storedMeasure } from '../../tests/measures'
import { riderOf } from './riders'

const catalogue = shippedCatalogue()
const DOSES: Dose[] = [
  ...[40, 55, 65, 80].map((effort): Dose => ({ kind: 'press', seconds: 30, effort, ramp: 2 })),
  { kind: 'target', seconds: 90 },
  { kind: 'reps', count: 20, out: 2, pause: 0, back: 2, between: 0, lastHold: 0 },
]

/** Every number of a row with its path: those that a consideration promises something by. */
function numbersIn(value: unknown, path: string[] = []): { path: string[]; value: number }[] {
  if (typeof value === 'number') return [{ path, value }]
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([key, inner]) => numbersIn(inner, [...path, key]))
}

function changed(row: Consideration, path: string[], value: number): Consideration {
  const copy = structuredClone(row) as unknown as Record<string, unknown>
  const holder = path.slice(0, -1).reduce((inner, key) => inner[key] as Record<string, unknown>, copy)
  holder[path.at(-1)!] = value
  return Consideration.parse(copy)
}

/** All that follows for somebody with this one consideration, in every tier and movement, at low and high effort. */
function consequencesOf(row: Consideration): string {
  const own: Catalogue = { ...catalogue, considerations: new Map(catalogue.considerations).set(row.id, row) }
  const ranges = (row.rangeAtMost?.of ?? []).map((range) => ({ range, side: 'both' as const, degrees: 60 }))
  return JSON.stringify(
    (['bed', 'chair', 'standing', 'floor'] as const).map((tier) => {
      const levels = [...own.movements.keys()].map((movement) => ({ movement, tier, side: 'both' as const, level: 5 }))
      const person: Person = personIn(tier, {
        ranges,
        levels: levels as Person['levels'],
        considerations: [{ consideration: row.id, side: 'both', clearedBy: '' }],
      })
      const today = todayOf(person, own, USUAL_ARRIVAL, { daysAway: 7 })
      const offers = [...own.movements.values()].flatMap((movement) =>
        [movement.doses.dwell.dose, ...DOSES].flatMap((dose) =>
          offersFor({ movement, dose, rounds: 3, restSeconds: 20 }, { person, today, catalogue: own }).map((offer) => [
            offer.variation?.id,
            offer.watch,
            offer.own,
          ]),
        ),
      )
      const standing = planWith(
        ['hip-hinge', 'weight-shifts', 'heel-raises', 'side-bend'].map((id) => blockOfMovement(id, { rounds: 2 })),
      )
      const { offers: inAPlan } = riderOf({ person, when: { daysAway: 7 } }, standing, own)
      const [gate] = row.endsWith
      const passed = gate ? hasEnded(row, { since: '2026-01-01' }, [storedMeasure(gate.measure, 10)]) : null
      return [passed, moverOf(person, own), today, offers, inAPlan.flat().map((offer) => offer.variation?.id)]
    }),
  )
}

describe('every number in the table of considerations', () => {
  const rows = [...catalogue.considerations.values()]
  const promises = rows.flatMap((row) => numbersIn(row).map((number) => ({ row, ...number })))
  it('is one of many', () => {
    expect(promises.length).toBeGreaterThan(20)
  })
  it.each(promises.map((one) => [`${one.row.id}: ${one.path.join('.')} ${one.value}`, one] as const))(
    'changes something: %s',
    (_, { row, path, value }) => {
      const isCoarse = value < 1 || path.at(-1) === 'standingAtMost'
      const other = isCoarse ? value / 2 : value + (path.at(-1) === 'levelOver' ? 1 : 10)
      expect(consequencesOf(changed(row, path, other))).not.toBe(consequencesOf(row))
    },
  )
})

describe('sentences of the table', () => {
  it('are whole: a comma that is not quoted would split one into parts', () => {
    const row = catalogue.considerations.get('numb-feet')!
    const split = { ...row, adjust: ['Shoes on', 'a fingertip on the chair at least', 'eyes on the floor.'] }
    expect(Consideration.safeParse(split).success).toBe(false)
    expect(row.adjust).toEqual(['Shoes on, a fingertip on the chair at least, eyes on the floor.'])
  })
})
