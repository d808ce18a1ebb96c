import { describe, expect, it } from 'vitest'
import { askFor } from '../../tests/asks'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { TIERS } from '../catalogue/words'
import { timelineOf } from '../plan/timeline'
import { composed } from './compose'
import { exchanged } from './exchange'
import { problemOf, ridersOf } from './problem'
import { brokenRule } from './score'
import { lineOf } from './compose'

const catalogue = shippedCatalogue()
const circle = TIERS.map((tier, at) => personIn(tier, { id: `p${at}`, name: `P${at}` }))
const ask = askFor(circle)
const { plan } = composed(ask, null, 4000).plans[0]!
const movementsOf = (blocks: readonly { movement: string }[]) => blocks.map(({ movement }) => movement)
const inner = movementsOf(plan.blocks).slice(1, -1)

describe('something else for one block', () => {
  it('changes that block alone, keeps every rule, and stays within the time', () => {
    let changed = 0
    for (const movement of inner) {
      const made = exchanged(ask, plan, movement)
      if (!made) continue
      changed += 1
      const [before, after] = [movementsOf(plan.blocks), movementsOf(made.plan.blocks)]
      const at = before.indexOf(movement)
      expect(after).toHaveLength(before.length)
      expect(after.filter((other, index) => other !== before[index])).toEqual([after[at]])
      expect(after[at]).not.toBe(movement)
      expect(made.plan.blocks.map(({ rounds }) => rounds).toSpliced(at, 1)).toEqual(
        plan.blocks.map(({ rounds }) => rounds).toSpliced(at, 1),
      )
      const problem = problemOf(ask)
      expect(brokenRule(lineOf(made.plan, problem), problem)).toBeNull()
      const { seconds } = timelineOf(made.plan, ridersOf(made.plan, problem, ask), ask.met, catalogue)
      expect(seconds).toBeCloseTo(made.seconds, 6)
      expect(seconds).toBeLessThanOrEqual(ask.minutes * 60)
    }
    expect(changed).toBeGreaterThan(0)
  })
  it('takes nothing that is banned or in the plan already', () => {
    const [movement] = inner
    const first = exchanged(ask, plan, movement!)!
    const found = movementsOf(first.plan.blocks).find((other) => !movementsOf(plan.blocks).includes(other))!
    const second = exchanged({ ...ask, banned: [found] }, plan, movement!)
    expect(movementsOf(second?.plan.blocks ?? [])).not.toContain(found)
  })
  it('is nothing where the movement is not in the plan', () => {
    expect(exchanged(ask, plan, 'no-such-movement')).toBeNull()
  })
})
