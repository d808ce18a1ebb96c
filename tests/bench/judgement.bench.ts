import { bench, describe, expect } from 'vitest'
import { reflectOn } from '../../core/reflect/reflectOn'
import type { DatedOutcome } from '../../core/reflect/datedOutcome'
import { isTwoSided } from '../../core/time/workSeconds'
import { personIn } from '../people'
import { WELL } from '../questions'
import { shippedCatalogue } from '../shippedCatalogue'

const catalogue = shippedCatalogue()
const movements = [...catalogue.movements.values()].filter((one) => one.ladders.chair && one.quality !== 'breath')
const WEEKS = 26

/** Half a year of notes of one person in twelve movements, each side where there are two. */
function halfYearOf(at: number): DatedOutcome[] {
  return Array.from({ length: WEEKS }, (_, week) =>
    movements.slice(at % 20, (at % 20) + 12).flatMap((movement, number) => {
      const rung = movement.ladders.chair![0]!
      const sides = isTwoSided(rung.sides) ? (['left', 'right'] as const) : (['both'] as const)
      return sides.map((side): DatedOutcome => ({
        ...WELL,
        ...{ id: `${at} ${week} ${number} ${side}`, at: week, blockId: `b${number}`, participant: `p${at}` },
        ...{ movement: movement.id, tier: 'chair', variation: rung.id, own: null, cheat: '', painWhere: '' },
        ...{ device: '', note: '', takesBack: null, clears: [] },
        meetingId: `w${week}`,
        date: new Date(Date.UTC(2026, 0, 5 + 7 * week)).toISOString().slice(0, 10),
        side,
        level: rung.level,
        effort: (at + week) % 3 === 0 ? null : 2 + ((at * week) % 5),
        form: week % 2 === 0 ? 'clean' : null,
      }))
    }),
  ).flat()
}
const people = Array.from({ length: 40 }, (_, at) => ({
  person: personIn('chair', { id: `p${at}` }),
  // As they come from the database.
  notes: JSON.parse(JSON.stringify(halfYearOf(at))) as DatedOutcome[],
}))
const given = { dose: { kind: 'hold', seconds: 30 }, rounds: 1 } as const

// Wanted: under 100 ms.
describe('deciding for 40 people × 12 movements with half a year of notes', () => {
  bench(
    'all anew',
    () => {
      const decided = people.flatMap(({ person, notes }) =>
        // A new list each time: what is believed is kept with the list.
        reflectOn('w25', { person, outcomes: [...notes], blockIn: () => ({ school: 'dwell', given }) }, catalogue),
      )
      expect(decided).toHaveLength(480)
    },
    { time: 3000 },
  )
})
