import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World } from '../world'
import { Visitor } from './visitor'

let world: World
let visitor: Visitor
let person = ''
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
  person = (await nextMeeting(await world.signedIn())).people.find((one: any) => one.name === 'Cora Linden').id
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})

describe('take home', () => {
  it('proposes, says what a time is, keeps, and shows the sheet to tick', async () => {
    await visitor.open(`/people/${person}`)
    await visitor.click('Take home')
    await visitor.sees('easier than level')
    await visitor.expectAccessible()
    await visitor.fill('At, for instance', 'after tea')
    await visitor.click('Keep it')
    await visitor.sees('A time is written as 08:30.')
    await visitor.fill('At, for instance', '09:15')
    await visitor.click('Keep it')
    await visitor.sees('The handout, the file and the calendar are ready.', '[data-test="said"]')
    await visitor.clickAt('[data-test="ticks"] tbody tr:nth-child(1) td:nth-of-type(3) button')
    await visitor.page.waitForSelector('[data-test="ticks"] button[aria-pressed="true"]')
    const ticks = () => world.db('home_ticks').where({ participant_id: person })
    expect(await ticks().count('* as ticks').first()).toMatchObject({ ticks: 1 })
    const TICK = '[data-test="ticks"] tbody tr:nth-child(1) td:nth-of-type(3) button'
    for (const [mark, how] of [
      ['+', 'easy'],
      ['−', 'hard'],
      ['!', 'hurt'],
    ]) {
      await visitor.clickAt(TICK)
      await visitor.sees(mark!, TICK)
      expect(await ticks().first('how')).toEqual({ how })
    }
    await visitor.expectAccessible()
    visitor.expectNoComplaints()
  })
})
