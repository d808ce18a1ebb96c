import { describe, expect, it } from 'vitest'
import { askFor } from '../../tests/asks'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { TIERS } from '../catalogue/words'
import { timelineOf } from '../plan/timeline'
import { randomFrom } from '../random'
import { composed } from './compose'
import { problemOf } from './problem'
import { brokenRule, scoreOf, secondsOfLine, type Line } from './score'
import { bestLine } from './search'
import { shorter } from './shorter'

const catalogue = shippedCatalogue()
const circle = TIERS.flatMap((tier) => [1, 2, 3].map((at) => personIn(tier, { id: `${tier}${at}` })))

describe('a line that the real clock does not hold', () => {
  const problem = problemOf(askFor(circle, { minutes: 20 }))
  const line = bestLine(problem, randomFrom('long').next, 5000)!
  it.each([5, 40, 120])('becomes the best that saves %d s by one change', (over) => {
    const found = shorter(line, over, problem)!
    expect(secondsOfLine(found, problem)).toBeLessThanOrEqual(secondsOfLine(line, problem) - over)
    expect(brokenRule(found, problem)).toBeNull()
    // By hand: every block left out, every other option in every place.
    const all: Line[] = line.flatMap((_, at) => [
      ...(at > 0 && at < line.length - 1 ? [line.toSpliced(at, 1)] : []),
      ...problem.options.map((option) => line.with(at, option)),
    ])
    const open = all.filter(
      (one) => brokenRule(one, problem) === null && secondsOfLine(one, problem) <= secondsOfLine(line, problem) - over,
    )
    expect(scoreOf(found, problem)).toBeCloseTo(Math.max(...open.map((one) => scoreOf(one, problem))), 6)
  })
  it('stays where no change saves as much', () => {
    expect(shorter(line, 60 * 60, problem)).toBeNull()
  })
  it('fits on the real clock, chairs turned and all, for every aim', () => {
    for (const aim of catalogue.aims) {
      const ask = askFor(circle, { minutes: 20, aim, breathShare: 0.34 })
      const { plans, problem: of } = composed(ask, null, 3000)
      for (const { plan, seconds } of plans) {
        expect(seconds, aim.id).toBeLessThanOrEqual(20 * 60)
        expect(timelineOf(plan, of.riders, ask.met, catalogue).blocks).toHaveLength(plan.blocks.length)
      }
    }
  })
})
