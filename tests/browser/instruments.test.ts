import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

let world: World
let visitor: Visitor
let lead: Caller
let people: any[]
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
  lead = await world.signedIn()
  people = (await nextMeeting(lead)).people
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})
const idOf = (name: string) => people.find((person) => person.name.startsWith(name)).id
const resultsOf = async (id: string) => (await lead.call('GET', `/api/participants/${id}/measures`)).body
const measuring = (name: string, measure: string) => visitor.open(`/people/${idOf(name)}/measure?measure=${measure}`)
const added = async (id: string, before: any[]) =>
  (await resultsOf(id)).filter((one: any) => !before.some((known) => known.id === one.id))
const saved = async () => {
  await visitor.clickAt('[data-test="save"]')
  await visitor.page.waitForSelector('[data-test="result"]')
}

describe('sway, with a phone at the hip', () => {
  it('has eyes and base as settings, draws the sway, and keeps area and speed of the same try', async () => {
    const id = idOf('Dov')
    const before = await resultsOf(id)
    await measuring('Dov', 'sway-apart-open')
    await visitor.click('Feet together')
    await visitor.sees('Sway, feet together, eyes open', 'h1')
    await visitor.click('Closed')
    await visitor.sees('Sway, feet together, eyes closed', 'h1')
    await visitor.sees('Only with whoever stands still with open eyes.')
    await visitor.choose('[data-test="sensor"]', '1')
    for (let of = 0; of < 2; of += 1) {
      await visitor.click('Start measuring')
      await visitor.sees(/\d cm² at \d.+ cm\/s\. Farthest \d\.\d° forward of 8, .+ back of 4,/, '[data-test="sway"]')
      await visitor.clickAt('[data-test="take"]')
    }
    await visitor.sees(', with ')
    await visitor.expectAccessible()
    await visitor.sees('Simulated: it is kept with that word')
    await saved()
    const two = await added(id, before)
    expect(two.map(({ measure }: any) => measure).sort()).toEqual([
      'sway-together-closed',
      'sway-together-closed-speed',
    ])
    for (const one of two) {
      expect([one.simulated, one.tries.length]).toEqual([true, 2])
      expect(one.note).toMatch(/^Farthest \d/)
    }
  })
})

describe('the timed up and go, with a phone at the low back', () => {
  it('finds its parts and its steps, and takes the whole as a try beside the watch', async () => {
    const id = idOf('Dov')
    const before = await resultsOf(id)
    await measuring('Dov', 'up-and-go')
    await visitor.choose('[data-test="sensor"]', '1')
    await visitor.clickAt('[data-test="go-press"]')
    await visitor.sees(/\d+\.\d s\. Up \d.+turned to sit .+down .+; \d+ steps\./, '[data-test="go"]')
    await visitor.clickAt('[data-test="take"]')
    await saved()
    const [one] = await added(id, before)
    expect(one).toMatchObject({ measure: 'up-and-go', simulated: true })
    expect(one.note).toMatch(/; [12]\d steps\.$/)
  })
  it('says what was not found where it is stopped too soon', async () => {
    await visitor.choose('[data-test="sensor"]', '2')
    await visitor.clickAt('[data-test="go-press"]')
    // In the page, at the very moment: a slow machine would click when they sit already.
    await visitor.page.waitForFunction(() => {
      const isOn = /Listening: [3-9] s/.test(document.querySelector('[data-test="go"]')!.textContent ?? '')
      if (isOn) document.querySelector<HTMLElement>('[data-test="go-press"]')!.click()
      return isOn
    })
    await visitor.sees('Not found in what came: two turns.', '[data-test="go"]')
  })
})

describe('a lean, with a phone at the hip', () => {
  it('is an angle that is taken as the centimetres it comes to', async () => {
    await measuring('Dov', 'lean-forward')
    await visitor.clickAt('details summary')
    await visitor.choose('[data-test="sensor"]', '0')
    await visitor.click('Start measuring')
    await visitor.page.waitForSelector('[data-test="take"]')
    expect(await visitor.text('[data-test="take"]')).toMatch(/^Take \d+°, \d+(?:\.\d)? cm$/)
  })
})

describe('an even press', () => {
  it('finds the best, shows what to do, and keeps the time in the band and how far off', async () => {
    const id = idOf('Dov')
    const before = await resultsOf(id)
    await measuring('Dov', 'even-press')
    await visitor.sees('First the wanted effort', '[data-test="press-wanted"]')
    await visitor.fill('Wanted effort', '30')
    await visitor.choose('[data-test="press-by"]', 'simulated 2 0')
    await visitor.click('Find the best')
    await visitor.sees(/best \d+\.\d kg/)
    await visitor.click('Press')
    await visitor.page.waitForSelector('[data-test="press-picture"][data-say="hold"]')
    await visitor.sees(
      /Even: simulated: [23]\d % of best for 30 %, \d+ % of the time within 8 points/,
      '[data-test="press-result"]',
    )
    await visitor.expectAccessible()
    await visitor.fill('Pain at the end', '0')
    await saved()
    const two = await added(id, before)
    expect(two.map(({ measure }: any) => measure).sort()).toEqual(['even-press', 'press-wander'])
    for (const one of two) expect([one.simulated, one.setting]).toEqual([true, 30])
  })
  it('is not asked for all they can of somebody whose effort is limited, nor for more than the limit', async () => {
    const limited = people.find(({ considerations }) =>
      considerations.some(({ consideration }: any) => consideration === 'blood-pressure-uncontrolled'),
    )
    await visitor.open(`/people/${limited.id}/measure?measure=even-press`)
    await visitor.fill('Wanted effort', '70')
    await visitor.sees('of effort at most.', '[data-test="press-over"]')
    await visitor.fill('Wanted effort', '30')
    await visitor.choose('[data-test="press-by"]', 'simulated 2 0')
    await visitor.sees('so not all they can', '[data-test="no-best"]')
    expect(await visitor.text('body')).not.toContain('Find the best')
    await visitor.page.type('[data-test="press-best"]', 'plenty')
    await visitor.press('Enter')
    await visitor.sees('a number over 0')
    await visitor.page.click('[data-test="press-best"]', { count: 3 })
    await visitor.page.type('[data-test="press-best"]', '12')
    await visitor.press('Enter')
    await visitor.sees('best 12.0 kg')
  })
  it('says what is missing where this browser reaches no real sensor', async () => {
    await measuring('Dov', 'even-press')
    await visitor.fill('Wanted effort', '30')
    await visitor.page.evaluate(() => {
      for (const name of ['serial', 'bluetooth'])
        Object.defineProperty(navigator, name, { value: undefined, configurable: true })
    })
    for (const [choice, words] of [
      ['serial', 'reaches no serial port'],
      ['bluetooth', 'reaches no Bluetooth scale'],
    ] as const) {
      await visitor.choose('[data-test="press-by"]', choice)
      await visitor.click('Find the best')
      await visitor.sees(words)
    }
  })
  it('is heard from a scale at a serial port, line by line, and says when it is taken away', async () => {
    // A scale that stands in for one: it tells the lines of a press, then it is unplugged.
    await visitor.page.evaluate(() => {
      const text = new TextEncoder()
      let at = 0
      const port = {
        open: async () => undefined,
        close: async () => undefined,
        get readable() {
          at = 0
          return new ReadableStream({
            async pull(controller) {
              await new Promise((done) => setTimeout(done, 50))
              at += 1
              const kg = at < 6 ? 0 : 20
              if (at > 160) controller.close()
              else controller.enqueue(text.encode(`ST,GS,+  ${kg.toFixed(2)}kg\r\n`))
            },
          })
        },
      }
      Object.defineProperty(navigator, 'serial', { value: { requestPort: async () => port }, configurable: true })
    })
    await visitor.choose('[data-test="press-by"]', 'serial')
    await visitor.click('Find the best')
    await visitor.sees('best 20.0 kg')
    await visitor.click('Press')
    await visitor.page.waitForSelector('[data-test="press-picture"][data-say="softer"]')
    await visitor.sees('The sensor stopped at')
    await visitor.sees('Not even yet: 100 % of best for 30 %', '[data-test="press-result"]')
    visitor.expectNoComplaints()
  })
})
