import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { PASSWORD } from '../demoData'
import { SETUP_CODE, World } from '../world'
import { heldArrival, type HeldArrival } from './heldArrival'

/** An installation in which nobody has set up anything, opened while its scripts are still on their way. */
let world: World
let arrival: HeldArrival
beforeEach(async () => {
  world = await World.open({ demo: false })
  arrival = await heldArrival(world, '/')
})
afterEach(async () => {
  await arrival?.visitor.leave()
  await world.close()
})

const FIELDS = { practice: 'Quiet Hall', name: 'Lena Test', email: 'lena@quiet.example', password: PASSWORD }
async function typeFirst(fields: Record<string, string>): Promise<void> {
  for (const [name, text] of Object.entries(fields)) await arrival.visitor.page.type(`#first-${name}`, text)
}
const valueOf = (name: string) =>
  arrival.visitor.page.$eval(`#__nuxt input[name="${name}"]`, (input) => (input as HTMLInputElement).value)

describe('setting up while the scripts are on their way', () => {
  it('is typed into; the same form takes over, at the same place, with the keyboard where it was', async () => {
    const { visitor } = arrival
    // The keyboard is in the first field without a press.
    await visitor.page.keyboard.type('heron')
    await typeFirst({ practice: 'Quiet ' })
    const before = await arrival.places('#first-form')
    expect(before.length).toBeGreaterThan(15)
    await arrival.letScriptsOn()
    expect((await arrival.places('main')).slice(0, before.length)).toEqual(before)
    await visitor.page.keyboard.type('Hall')
    expect([await valueOf('code'), await valueOf('practice')]).toEqual(['heron', 'Quiet Hall'])
    visitor.expectNoComplaints()
  })
  it('is sent once, though pressed twice; what is wrong is said at its place, and nothing typed is lost', async () => {
    const { visitor } = arrival
    await typeFirst({ code: 'not the code', ...FIELDS })
    expect(await arrival.send()).toEqual([422])
    await arrival.letScriptsOn()
    await visitor.sees('This is not the code that stands in the window')
    for (const [name, text] of Object.entries(FIELDS)) expect(await valueOf(name)).toBe(text)
    await visitor.fill('Code of the start window', SETUP_CODE)
    await visitor.click('Next: where you meet')
    await visitor.sees('Next: who comes')
  })
  it('is all that there is to do where it is right', async () => {
    await typeFirst({ code: SETUP_CODE, ...FIELDS })
    expect(await arrival.send()).toEqual([200])
    expect(await world.db('practices').pluck('name')).toEqual(['Quiet Hall'])
    await arrival.letScriptsOn()
    await arrival.visitor.sees('Next: who comes')
    arrival.visitor.expectNoComplaints()
  })
})
