import { describe, expect, it } from 'vitest'
import { blockOfMovement, planWith } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { entryOf } from '../entries'
import { balanceTime } from './balanceTime'
import type { DatedOutcome } from './datedOutcome'
import { workedIn } from './lookBack'

const catalogue = shippedCatalogue()
/** Eight to each side, four seconds each: 64 s a round. */
const dose = { kind: 'reps', count: 8, out: 2, pause: 0, back: 2, between: 0, lastHold: 0 } as const
const plan = planWith(['weight-shifts', 'heel-raises', 'bridge'].map((id, at) => blockOfMovement(id, { id: `b${at}` })))
const meetings = [{ meetingId: 'm', plan }]
function outcome(variation: string, blockId: string, change: Partial<DatedOutcome> = {}): DatedOutcome {
  const { movement, tier, level } = entryOf(catalogue.variations, variation)
  const own = { dose, rounds: 2, restSeconds: 0, waits: null, limits: [] }
  return {
    meetingId: 'm',
    blockId,
    participant: 'p',
    movement,
    tier,
    level,
    variation,
    own,
    side: 'both',
    done: 'done',
    achieved: null,
    target: null,
    ...change,
  } as DatedOutcome
}
const seconds = (outcomes: DatedOutcome[], home: Parameters<typeof balanceTime>[0]['home'] = null) =>
  balanceTime({ meetings, outcomes, home }, { since: '2026-11-01', weeks: 4 }, catalogue)

describe('balance on the feet', () => {
  it('counts both sides of what trains a line of defence standing, over the weeks', () => {
    expect(seconds([outcome('weight-shifts.standing.3', 'b0')]).classSecondsAWeek).toBe((2 * 64) / 4)
    // Heels go up together: eight times four seconds a round.
    expect(seconds([outcome('heel-raises.standing.2', 'b1')]).classSecondsAWeek).toBe((2 * 32) / 4)
  })
  it('counts what was done of it, and nothing that was not', () => {
    const half = outcome('weight-shifts.standing.3', 'b0', { achieved: 4, target: 8 })
    expect(seconds([half]).classSecondsAWeek).toBe(64 / 4)
    expect(seconds([outcome('weight-shifts.standing.3', 'b0', { done: 'not-done' })]).classSecondsAWeek).toBe(0)
  })
  it('counts nothing that is done sitting or lying, and nothing that is for something else', () => {
    expect(
      seconds([
        outcome('weight-shifts.chair.3', 'b0'),
        outcome('weight-shifts.bed.1', 'b0'),
        outcome('bridge.standing.2', 'b2'),
      ]),
    ).toEqual({ classSecondsAWeek: 0, homeSecondsAWeek: 0 })
  })
  it('counts the days that were ticked at home, from the first day of the window', () => {
    const home = {
      practice: {
        entries: [
          { movement: 'weight-shifts', variation: 'weight-shifts.standing.2', dose, rounds: 1 },
          { movement: 'bridge', variation: 'bridge.chair.2', dose, rounds: 1 },
        ],
      },
      ticks: { 'weight-shifts': ['2026-10-31', '2026-11-01', '2026-11-05'], bridge: ['2026-11-05'] },
    }
    expect(seconds([], home)).toEqual({ classSecondsAWeek: 0, homeSecondsAWeek: (2 * 64) / 4 })
  })
})

describe('what was done of a chain that comes to the other side later', () => {
  const chain = { id: 'c', name: 'Two' }
  const chained = planWith([
    blockOfMovement('side-leg-raise', { id: 'a1', chain, onSide: 'first' }),
    blockOfMovement('side-leg-raise', { id: 'a2', chain, onSide: 'second' }),
  ])
  const shares = (...outcomes: DatedOutcome[]) =>
    workedIn([{ meetingId: 'm', plan: chained }], outcomes, catalogue).map(({ share }) => share)
  const of = (blockId: string, side: DatedOutcome['side']) => outcome('side-leg-raise.standing.2', blockId, { side })
  it('is a half on each side, and all of it where a rung does both at once', () => {
    expect(shares(of('a1', 'left'), of('a2', 'right'))).toEqual([0.5, 0.5])
    expect(shares(of('a1', 'left'))).toEqual([0.5])
    expect(shares(of('a1', 'both'), of('a2', 'both'))).toEqual([1, 1])
  })
})
