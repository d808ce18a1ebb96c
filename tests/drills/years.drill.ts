import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openYears } from '../manyYears'
import { World } from '../world'
import { isLong } from './long'

/** An archive of years is taken in piece by piece, and what is asked of it afterwards is all there. */
const SIZE = isLong ? { years: 5, circles: 25 } : { years: 1, circles: 2 }

let world: World
beforeAll(async () => {
  world = await World.open({ demo: false })
})
afterAll(() => world.close())

describe('an archive of years', () => {
  it('is taken in, and every week of it is looked back on', async () => {
    const { lead, meetings } = await openYears(world, SIZE)
    const { body: view } = await lead.call('GET', `/api/meetings/${meetings[0].id}`)
    const ask = async (path: string) => (await lead.call('GET', path)).body
    expect((await ask(`/api/meetings/${meetings[0].id}/reflection`)).decisions).toHaveLength(60)
    const { back } = await ask(`/api/participants/${view.people[0].id}/look-back?weeks=52`)
    expect([back.of, back.came]).toEqual([52, 52])
    expect((await ask(`/api/circles/${view.circle.id}/look-back?weeks=52`)).weeks).toBe(52)
    const profile = await ask(`/api/participants/${view.people[0].id}/profile`)
    expect(profile.person.id).toBe(view.people[0].id)
  })
})
