import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { isTwoSided } from '../../core/time/workSeconds'
import { riderOf } from '../../core/plan/riders'
import { shippedCatalogue } from '../shippedCatalogue'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/** A side that is behind gets a round more: put in, timed, said with the name, and looked back on. */
let world: World
let visitor: Visitor
let lead: Caller
let meeting: any
let block: any
let person: any
const catalogue = shippedCatalogue()
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  lead = await world.signedIn()
  const view = await nextMeeting(lead)
  meeting = view.meeting
  const uneven = view.people.flatMap((person: any) =>
    meeting.plan.blocks.flatMap((one: any) => withSidesApart(person, one)),
  )
  const [first] = uneven.filter(({ person, one }: any) => {
    const plan = { ...meeting.plan, blocks: [{ ...one, catchUp: true }] }
    const when = { daysAway: 7, screenedDaysAgo: 30 }
    return riderOf({ person, when }, plan, catalogue).offers[0]!.some((offer) => offer.catchUp)
  })
  ;({ person, one: block } = first)
  const kept = await lead.call('PUT', `/api/participants/${person.id}/levels`, { levels: person.levels })
  expect(kept.status).toBe(200)
  await visitor.signIn()
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})

/** Somebody as they would be with one side a rung or two behind in a block. */
function withSidesApart(one: any, block: any) {
  const { movement } = block
  if (!isTwoSided(catalogue.movements.get(movement)!.sides)) return []
  const sides = (['left', 'right'] as const).map((side, at) => ({
    movement,
    tier: one.homeTier,
    side,
    level: 1 + 2 * at,
  }))
  const levels = [...one.levels.filter((own: any) => own.movement !== movement), ...sides]
  return [{ person: { ...one, levels }, one: block }]
}

describe('the weaker side once more', () => {
  it('is put into a block, says who does it, takes its seconds, and is undone', async () => {
    await visitor.open(`/meetings/${meeting.id}/prepare`)
    await visitor.clickAt(`[data-block="${block.id}"]`)
    await visitor.press('l')
    const sum = () => visitor.page.$eval('[data-test="block-sum"]', (one) => one.textContent)
    const before = await sum()
    await visitor.clickAt('[data-field="catch-up"]')
    await visitor.sees(
      new RegExp(`One round more for .*${person.name.split(' ')[0]} left.*; the others stay and breathe`),
      '[data-test="catching-up"]',
    )
    expect(await sum()).not.toBe(before)
    await expect
      .poll(async () => (await nextMeeting(lead)).meeting.plan.blocks.find((one: any) => one.id === block.id).catchUp)
      .toBe(true)
    await visitor.expectAccessible()
    visitor.expectNoComplaints()
  })
})
