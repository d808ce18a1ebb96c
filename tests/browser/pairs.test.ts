import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting } from '../world'
import { atMeeting, beginWithAll, type AtMeeting } from './atMeeting'

/** A hold and the swing that uses it: planned, checked, given to a lane otherwise, drawn and told in class. */
let at: AtMeeting
const SOON = { timeout: 60_000 }
beforeAll(async () => {
  at = await atMeeting()
  await at.visitor.open(`/meetings/${at.meetingId}/prepare`)
})
afterAll(async () => {
  await at?.visitor.leave()
  await at?.world.close()
})
const stored = async () => (await nextMeeting(at.lead)).meeting.plan
const blockOf = async (movement: string) => (await stored()).blocks.find((block: any) => block.movement === movement)

async function add(name: string, dose: string): Promise<void> {
  const { visitor } = at
  await visitor.click('Add a movement')
  await visitor.fill('Name, intent or region', name)
  await visitor.press('Enter')
  await visitor.sees(name, 'h2')
  await visitor.fill('The dose in words', dose)
  await visitor.press('Enter')
  await visitor.sees('Saved', '[data-test="saved"]')
}

describe('a pair', () => {
  it('is typed in words, with the seconds of getting there', async () => {
    await at.visitor.press('ArrowRight')
    await add('Knee lift hold', '2 s hold, 3 swings, 2 s there, 1 round')
    expect((await blockOf('knee-lift-hold')).dose).toEqual({ kind: 'pair', hold: 2, there: 2, count: 3, perSwing: 2 })
    await at.visitor.click('Close')
    await at.visitor.click('Lane by lane')
    await at.visitor.sees('To the swing, and back')
    await at.visitor.sees(/then lower leg swings, hands on the (seat|thighs)/)
    await at.visitor.expectAccessible()
  })
  it('says where nobody can swing, and gives that lane a hold', async () => {
    const { visitor } = at
    await add('Cross-body shoulder stretch', '10 s hold, 10 swings, 1 round')
    await visitor.click('Checks')
    await visitor.sees('Nobody swings in cross-body shoulder')
    await visitor.click('Hold for 30 s in this lane')
    await expect
      .poll(async () => Object.values((await blockOf('cross-body-arm')).lanes ?? {}), SOON)
      .toEqual([{ dose: { kind: 'hold', seconds: 30 } }])
    await visitor.click('Lane by lane')
    await visitor.sees('30 s hold', '[data-test="lane-dose"]')
    await visitor.expectAccessible()
  })
  it('lets a lane do two more of what is counted, if it is opening', async () => {
    const { visitor } = at
    await visitor.fill('The dose in words', '5 pulses of 3 s')
    await visitor.press('Enter')
    await visitor.click('Dose of the others')
    await visitor.clickAt('[aria-label="Two more if it is opening, chair"]')
    await expect.poll(async () => (await blockOf('cross-body-arm')).lanes, SOON).toEqual({ chair: { opening: true } })
  })
})

describe('a pair in class', () => {
  it('draws the swing while it is swung, and tells it', async () => {
    const { visitor } = at
    await visitor.sees('Saved', '[data-test="saved"]')
    await beginWithAll(at)
    await visitor.press('ArrowDown', 'ArrowDown')
    await visitor.sees('Knee lift hold', '[data-test="now"]')
    // To the work of the first side.
    for (let step = 0; step < 4; step += 1) {
      const said = await visitor.page.$eval('[data-test="step"]', (one) => one.textContent)
      if (/side/.test(said)) break
      await visitor.press('ArrowRight')
    }
    const cues = () => visitor.page.$$eval('[data-test="lane-cue"]', (all) => all.map((one) => one.textContent.trim()))
    await expect.poll(async () => (await cues()).filter((cue) => /swing/i.test(cue)).length, SOON).toBeGreaterThan(1)
    expect((await cues()).join(' ')).toMatch(/Let the lower leg swing, forward and back\./)
    const drawn = () =>
      visitor.page.$$eval('[data-test="lane"] [data-variation]', (all) =>
        all.map((one) => (one as HTMLElement).dataset.variation!),
      )
    await expect.poll(async () => (await drawn()).some((id) => id.startsWith('leg-swings.')), SOON).toBe(true)
    visitor.expectNoComplaints()
  })
})
