import { describe, expect, it } from 'vitest'
import { readReadyPlans } from '../../server/catalogue/readReadyPlans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { checksOf, mayBeLed } from '../check/checksOf'
import { usualPeople } from './problem'
import { planOfReady } from '../plan/readyPlan'
import { riderOf } from '../plan/riders'
import { timelineOf } from '../plan/timeline'

const catalogue = shippedCatalogue()
const rows = readReadyPlans()
/** What every house has, as where they were composed. */
const HOUSEHOLD = { pillow: 6, cushion: 4, towel: 4, 'towel-roll': 4, book: 4, strap: 4 }

describe('the plans that ship', () => {
  it('are one for each aim of 45 minutes, and shorter ones with which a circle may begin', () => {
    const long = rows.filter(({ minutes }) => minutes === 45).map(({ aim }) => aim)
    expect(long).toEqual(catalogue.aims.map(({ id }) => id))
    expect(rows.length).toBeGreaterThan(long.length)
  })
  it.each(rows.map((row) => [`${row.aim} ${row.minutes}`, row] as const))(
    '%s can be led as it stands, within its time, with eight to twelve movements in 45 minutes',
    (_, row) => {
      const plan = planOfReady(row, catalogue)!
      expect(plan.blocks).toHaveLength(row.blocks.length)
      expect(row.blocks.length).toBeLessThanOrEqual(row.minutes === 45 ? 12 : 8)
      expect(row.blocks.length).toBeGreaterThanOrEqual(row.minutes === 45 ? 8 : 5)
      const people = usualPeople()
      const riders = people.map((one) => riderOf(one, plan, catalogue))
      const timeline = timelineOf(plan, riders, new Set(), catalogue)
      expect(timeline.seconds).toBeLessThanOrEqual(row.minutes * 60)
      const found = checksOf({
        ...{ plan, timeline, riders, catalogue, people: people.map(({ person }) => person) },
        ...{ venue: { cupboard: HOUSEHOLD }, helpers: 1, climbAtMost: 4 },
        aim: plan.aim,
      })
      expect(mayBeLed(found)).toBe(true)
      expect(found.filter(({ weight }) => weight !== 'consider').map(({ id }) => id)).toEqual([])
    },
  )
  it('are nothing where their aim is gone', () => {
    expect(planOfReady({ ...rows[0]!, aim: 'no-such-aim' }, catalogue)).toBeNull()
  })
})
