import { afterAll, bench, describe, expect } from 'vitest'
import { openYears } from '../manyYears'
import { World } from '../world'

const world = await World.open({ demo: false })
const { lead, meetings } = await openYears(world, { years: 5, circles: 25 })
const { body: view } = await lead.call('GET', `/api/meetings/${meetings[0].id}`)
afterAll(() => world.close())

/** Asks, and looks that what is measured is the whole answer. */
const asks = (name: string, path: string, whole: (body: any) => boolean) =>
  bench(
    name,
    async () => {
      const { status, body } = await lead.call('GET', path)
      expect([status, whole(body)]).toEqual([200, true])
    },
    { time: 2000 },
  )

// Wanted: Reflect and a person's year under 300 ms each.
describe('five years of 25 circles: 300 people, 6,500 meetings, 390,000 outcomes', () => {
  asks('Reflect', `/api/meetings/${meetings[0].id}/reflection`, (body) => body.decisions.length === 60)
  asks('the list of meetings', '/api/meetings', (body) => body.length > 1000)
  asks(
    'a person’s 52 weeks',
    `/api/participants/${view.people[0].id}/look-back?weeks=52`,
    (body) => body.back.came === 52,
  )
  asks('a circle’s 52 weeks', `/api/circles/${view.circle.id}/look-back?weeks=52`, (body) => body.weeks === 52)
  asks('a profile', `/api/participants/${view.people[0].id}/profile`, (body) => body.person.id === view.people[0].id)
})
