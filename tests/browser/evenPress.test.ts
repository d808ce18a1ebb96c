import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { foldOutcomes } from '../../core/lead/outcome'
import { shippedCatalogue } from '../shippedCatalogue'
import { nextMeeting } from '../world'
import { atMeeting, beginWithAll, type AtMeeting } from './atMeeting'

/** The even press in a class: two people at once, a partner's hand, and nobody pressing harder than they may. */
let at: AtMeeting
const { considerations } = shippedCatalogue()
const SOON = { timeout: 60_000 }
beforeAll(async () => {
  at = await atMeeting()
  const { visitor } = at
  await visitor.open(`/meetings/${at.meetingId}/prepare`)
  await visitor.press('ArrowRight')
  await visitor.click('Add a movement')
  await visitor.fill('Name, intent or region', 'Heel pull')
  await visitor.press('Enter')
  await visitor.sees('Heel pull', 'h2')
  await visitor.fill('The dose in words', '30 s press at 30 %, 1 round')
  await visitor.press('Enter')
  await visitor.sees('Saved', '[data-test="saved"]')
  await beginWithAll(at)
})
afterAll(async () => {
  await at?.visitor.leave()
  await at?.world.close()
})
const blockId = async () =>
  (await nextMeeting(at.lead)).meeting.plan.blocks.find((block: any) => block.movement === 'heel-pull').id
const noted = async () => {
  const block = await blockId()
  const { outcomes } = (await at.lead.call('GET', `/api/meetings/${at.meetingId}`)).body
  return foldOutcomes(outcomes).filter((one) => one.blockId === block && one.evenness !== null)
}
const seats = () => at.visitor.page.$$('[data-test="press-seat"]')
const onSeat = async (seat: number, words: string) => {
  const all = await seats()
  for (const button of await all[seat]!.$$('button'))
    if ((await button.evaluate((one) => one.textContent ?? '')).includes(words)) {
      at.visitor.actions += 1
      return button.click()
    }
  throw new Error(`No button “${words}” on seat ${seat}.`)
}
const chooseOn = async (seat: number, choice: string) => {
  const field = await (await seats())[seat]!.$('[data-test="press-by"]')
  await field!.select(choice)
}
const saysOn = (seat: number, pattern: RegExp) =>
  expect.poll(async () => (await seats())[seat]!.evaluate((one) => one.textContent ?? ''), SOON).toMatch(pattern)

describe('an even press in class', () => {
  it('is at hand where somebody presses', async () => {
    const { visitor } = at
    await visitor.press('ArrowDown', 'ArrowDown')
    await visitor.sees('Heel pull', '[data-test="now"]')
    for (let step = 0; step < 6; step += 1) {
      const kind = await visitor.page.$eval('[data-test="lead"]', (page) => page.getAttribute('data-kind'))
      if (kind === 'work') break
      await visitor.press('ArrowRight')
    }
    await visitor.press('Space')
    await visitor.press('y')
    await visitor.page.waitForSelector('[data-test="press-panel"]')
    await visitor.expectAccessible()
  })
  it('is measured of two at once, each on a sensor of their own, and kept with what they did', async () => {
    const { visitor } = at
    const names = await visitor.page.$$eval('[data-test="press-who"] option', (all) =>
      all.slice(1).map((one) => [(one as HTMLOptionElement).value, one.textContent!.trim()]),
    )
    const people = (await nextMeeting(at.lead)).people
    const isFree = (id: string) =>
      people
        .find((one: any) => one.id === id)
        .considerations.every(({ consideration }: any) => considerations.get(consideration)?.effortAtMost === undefined)
    const two = names.filter(([id]) => isFree(id!)).slice(0, 2)
    expect(two).toHaveLength(2)
    for (const [id] of two) await visitor.choose('[data-test="press-who"]', id!)
    await chooseOn(0, 'simulated 2 0')
    await chooseOn(1, 'simulated 0 1')
    for (const seat of [0, 1]) await onSeat(seat, 'Find the best')
    for (const seat of [0, 1]) await saysOn(seat, /best \d+\.\d kg/)
    await visitor.clickAt('[data-test="press-all"]')
    await visitor.page.waitForFunction(
      () => document.querySelectorAll('[data-test="press-picture"]:not([data-say=""])').length === 2,
    )
    await visitor.expectAccessible()
    await saysOn(0, /Noted\. Even: simulated/)
    await saysOn(1, /Noted\. Not even yet: simulated/)
    await expect.poll(async () => (await noted()).length, SOON).toBe(2)
    for (const one of await noted()) {
      expect(two.map(([id]) => id)).toContain(one.participant)
      expect(one.evenness).toMatchObject({ by: 'simulated', wanted: 30 })
      expect(one.done).toBe('noted')
    }
  })
  it('is rated by a partner’s hand where there is no sensor, and can be taken back', async () => {
    const { visitor } = at
    await chooseOn(0, '')
    await onSeat(0, 'Wandered')
    await saysOn(0, /Noted: wandering by a partner’s hand/)
    const rated = async () => (await noted()).filter((one) => one.evenness?.by === 'partner')
    await expect.poll(async () => (await rated()).length, SOON).toBe(1)
    expect((await rated())[0]!.evenness).toMatchObject({ inBand: 0.3, mean: null, best: null })
    await visitor.press('u')
    await expect.poll(async () => (await rated()).length, SOON).toBe(0)
  })
  it('never asks all they can of somebody whose effort is limited', async () => {
    const { visitor } = at
    const limited = (await nextMeeting(at.lead)).people.find(({ considerations }: any) =>
      considerations.some(({ consideration }: any) => consideration === 'blood-pressure-uncontrolled'),
    )
    const isThere = await visitor.page.$(`[data-test="press-who"] option[value="${limited.id}"]`)
    expect(isThere).not.toBeNull()
    await visitor.choose('[data-test="press-who"]', limited.id)
    await chooseOn(2, 'simulated 2 0')
    await saysOn(2, /so not all they can/)
    visitor.expectNoComplaints()
  })
})
