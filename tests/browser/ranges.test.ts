import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

let world: World
let visitor: Visitor
let lead: Caller
let edda: any
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
  lead = await world.signedIn()
  edda = (await nextMeeting(lead)).people.find(({ name }: any) => name === 'Edda Quist')
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})
const ranges = async () =>
  (await lead.call('GET', `/api/participants/${edda.id}/measures`)).body.filter(({ measure }: any) =>
    measure.startsWith('hip-turn-in'),
  )

describe('own and helped', () => {
  it('stand on the profile with the gap, its trend, and what it says to offer', async () => {
    await visitor.open(`/people/${edda.id}`)
    await visitor.sees(
      '7° by themselves, 24° helped; 17° are not their own. Strength at its end.',
      '[data-test="range-gaps"]',
    )
    await visitor.sees('Offer: toes up, ankle point, flex and circles.', '[data-test="range-gaps"]')
    await visitor.sees('A stretch. Offer: calf stretch', '[data-test="range-gaps"]')
  })
  it('are measured in one go, both taken with one touch, and kept as two results of one moment', async () => {
    const before = await ranges()
    await visitor.open(`/people/${edda.id}/measure?measure=hip-turn-in`)
    await visitor.choose('[data-test="sensor"]', '4')
    for (let of = 0; of < 3; of += 1) {
      await visitor.click('Start measuring')
      await visitor.sees(/By themselves 2\d°, helped 4\d°/, '[data-test="tilt"]')
      await visitor.clickAt('[data-test="take"]')
    }
    await visitor.sees(', helped 4')
    await visitor.expectAccessible()
    await visitor.clickAt('[data-test="save"]')
    await visitor.page.waitForSelector('[data-test="result"]')
    const added = (await ranges()).filter(({ id }: any) => !before.some((one: any) => one.id === id))
    expect(added.map(({ measure }: any) => measure).sort()).toEqual(['hip-turn-in', 'hip-turn-in-helped'])
    expect(new Set(added.map(({ takenAt }: any) => takenAt)).size).toBe(1)
    for (const { simulated, tries } of added) expect([simulated, tries.length]).toEqual([true, 3])
    // Simulated: it says nothing of them.
    const person = (await nextMeeting(lead)).people.find(({ id }: any) => id === edda.id)
    expect(person.rangeGaps.map(({ measure }: any) => measure)).toEqual(['foot-up', 'foot-up'])
  })
  it('say of one hold that help is missing, and of a sensor what is wrong with it', async () => {
    await visitor.choose('[data-test="sensor"]', '0')
    await visitor.click('Start measuring')
    await visitor.sees('help on from there, and hold again', '[data-test="tilt"]')
    // Taken alone it is their own; both in the same tries are refused, and nothing is lost.
    await visitor.clickAt('[data-test="take"]')
    await visitor.choose('[data-test="sensor"]', '4')
    await visitor.click('Start measuring')
    await visitor.sees(/By themselves 2\d°, helped 4\d°/, '[data-test="tilt"]')
    await visitor.clickAt('[data-test="take"]')
    await visitor.sees('of their own range alone', '[role="alert"]')
    await visitor.sees(/3\d°/, 'dl')
    await visitor.clickAt('[data-test="two"]')
    await visitor.choose('[data-test="sensor"]', '5')
    await visitor.click('Start measuring')
    await visitor.sees(/samples that cannot be were left out/, '[data-test="faults"]')
    await visitor.sees(/Held at 3\d°/, '[data-test="tilt"]')
    await visitor.choose('[data-test="sensor"]', '6')
    await visitor.click('Start measuring')
    await visitor.sees(/The sensor stopped at \d\.\d s: what came before is kept/, '[data-test="faults"]')
    await visitor.sees(/Held at 3\d°/, '[data-test="tilt"]')
    visitor.expectNoComplaints()
  })
})
