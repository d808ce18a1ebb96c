import { describe, expect, it } from 'vitest'
import { askFor } from '../../tests/asks'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { entryAt } from '../entries'
import { serves } from '../goal/serving'
import { blockFor } from '../plan/edits'
import type { Block } from '../plan/plan'
import { gainedFrom } from '../plan/coverage'
import { composed } from './compose'
import { ridersOf } from './problem'
import { REGIONS, TIERS } from '../catalogue/words'

const catalogue = shippedCatalogue()
const circle = TIERS.map((tier, at) => personIn(tier, { id: `p${at}`, name: `Pia${at} Test` }))

/** Seconds of work in a composed plan that serve a task, for the person at a place, by how much each serves it. */
function servingSeconds(task: string, at: number, people: typeof circle): number {
  const ask = askFor(people)
  const { plans, problem } = composed(ask)
  const { plan } = entryAt(plans, 0)
  const rider = entryAt(ridersOf(plan, problem, ask), at)
  return plan.blocks.reduce(
    (sum, block, index) =>
      sum +
      gainedFrom(entryAt(rider.offers, index), usual(block), catalogue, block.rounds).reduce(
        (own, { movement, seconds }) => own + seconds * serves(movement.id, [{ task, importance: 3 }], catalogue),
        0,
      ),
    0,
  )
}

/** A block with its school's rounds: own doses are for those. */
const usual = (block: Block): Block => ({
  ...block,
  rounds: blockFor(catalogue.movements.get(block.movement)!, 'dwell', block.id, catalogue).rounds,
})

describe('goals weigh what is composed', () => {
  it.each(['stairs-up', 'into-the-bath', 'over-the-shoulder'])(
    '%s: whoever comes for it gets no less that serves it, and over all tasks more',
    (task) => {
      const wanting = circle.map((person) => ({ ...person, comesFor: [{ task, importance: 3 }] }))
      const [without, having] = [servingSeconds(task, 1, circle), servingSeconds(task, 1, wanting)]
      expect(having).toBeGreaterThan(without)
    },
  )
  it('says whose goals a block serves, by first name, and counts the others', () => {
    const people = circle.map((person) => ({ ...person, comesFor: [{ task: 'stairs-up', importance: 3 }] }))
    const { plans } = composed(askFor(people, { pinned: ['sit-to-stand'] }))
    const { plan, reasons } = entryAt(plans, 0)
    const block = plan.blocks.find(({ movement }) => movement === 'sit-to-stand')!
    expect(reasons[block.id]).toContain('serves the stairs of Pia0, the stairs of Pia1 and of 2 others')
    const plain = composed(askFor(circle)).plans[0]!
    for (const words of Object.values(plain.reasons)) expect(words).not.toContain('serves')
  })
  it('states the seconds that people really get, whatever they are weighed with', () => {
    const people = circle.map((person) => ({ ...person, comesFor: [{ task: 'stairs-up', importance: 3 }] }))
    for (const ask of [askFor(people), askFor(people, { chains: true }), askFor(circle, { carryOver: ['bridge'] })]) {
      const { plans, problem } = composed(ask)
      const { plan, reasons } = entryAt(plans, 0)
      const riders = ridersOf(plan, problem, ask)
      let told = 0
      plan.blocks.forEach((block, index) => {
        if (block.chain) return
        for (const [, seconds, region] of reasons[block.id]!.matchAll(/(\d+) s for ([a-z ]+)/g)) {
          const at = REGIONS.find((one) => one.replaceAll('-', ' ') === region!.trim())!
          const given = riders.map((rider) =>
            gainedFrom(entryAt(rider.offers, index), usual(block), catalogue, block.rounds).reduce(
              (sum, one) => sum + one.seconds * (one.movement.regions[at] ?? 0),
              0,
            ),
          )
          const mean = given.reduce((sum, one) => sum + one, 0) / riders.length
          expect(Number(seconds), `${block.movement}, ${region}`).toBe(Math.round(mean))
          told += 1
        }
      })
      expect(told).toBeGreaterThan(3)
    }
  })
})
