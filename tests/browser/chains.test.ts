import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { foldOutcomes } from '../../core/lead/outcome'
import { nextMeeting } from '../world'
import { atMeeting, beginWithAll, type AtMeeting } from './atMeeting'

/** Short flows of movements: put in ready, made of blocks, changed, composed over, led and noted in one touch. */
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

const heads = () =>
  at.visitor.page.$$eval('[data-block] button > span:first-child', (all) => all.map((one) => one.textContent.trim()))
const chainNames = () =>
  at.visitor.page.$$eval('button[data-chain].absolute', (all) => all.map((one) => one.firstChild!.textContent!.trim()))
const stored = async () => (await nextMeeting(at.lead)).meeting.plan

describe('a ready chain', () => {
  it('comes in behind the chosen block, whole, on one side and then on the other', async () => {
    const { visitor } = at
    await visitor.press('ArrowRight')
    const before = await heads()
    await visitor.press('a')
    await visitor.page.locator('[data-test="ready-chains"] summary').click()
    await visitor.expectAccessible()
    await visitor.clickAt('[data-test="ready-chains"] [data-chain="hip-round"]')
    await visitor.sees('Round the hip')
    const after = await heads()
    expect(after).toEqual([
      ...before.slice(0, 2),
      ...['Open and cross, first side', 'Knee lift hold, first side', 'Heel pull, first side'],
      ...['Open and cross, second side', 'Knee lift hold, second side', 'Heel pull, second side'],
      ...before.slice(2),
    ])
    expect(await chainNames()).toEqual(['Round the hip'])
    await visitor.expectAccessible()
  })
  it('is done each part on both sides where that is wished, and has another name', async () => {
    const { visitor } = at
    await visitor.clickAt('[data-test="by-side"]')
    await expect.poll(async () => (await heads()).filter((head) => head.includes('side')), SOON).toEqual([])
    await visitor.fill('Name of the chain', 'Hips, all round')
    await visitor.press('Enter')
    await expect.poll(chainNames, SOON).toEqual(['Hips, all round'])
    await visitor.clickAt('[data-test="by-side"]')
    await expect.poll(async () => (await heads()).filter((head) => head.includes('second side')).length, SOON).toBe(3)
    await expect
      .poll(async () => (await stored()).blocks.filter((block: any) => block.chain?.name === 'Hips, all round'), SOON)
      .toHaveLength(6)
  })
  it('is moved whole, and goes whole', async () => {
    const { visitor } = at
    const before = await heads()
    await visitor.clickAt('button[data-chain].absolute')
    await visitor.press('Alt+ArrowRight')
    const moved = await heads()
    expect(moved.indexOf('Open and cross, first side')).toBe(before.indexOf('Open and cross, first side') + 1)
    expect(await chainNames()).toEqual(['Hips, all round'])
    await visitor.press('Delete')
    await expect.poll(chainNames, SOON).toEqual([])
    await visitor.press('Control+z')
    await expect.poll(chainNames, SOON).toEqual(['Hips, all round'])
    for (let undone = 0; undone < 5; undone += 1) await visitor.press('Control+z')
    await expect.poll(chainNames, SOON).toEqual([])
  })
})

describe('a chain of one’s own', () => {
  it('is made of the blocks that are chosen, by a key, and taken apart by the same', async () => {
    const { visitor } = at
    const before = await heads()
    await visitor.press('ArrowLeft', 'ArrowLeft', 'ArrowLeft', 'ArrowRight', 'Shift+ArrowRight')
    await visitor.press('k')
    await expect.poll(chainNames, SOON).toHaveLength(1)
    await visitor.press('ArrowRight', 'ArrowLeft')
    await visitor.sees('A chain of 2', '[data-test="chain"]')
    await visitor.press('k')
    await expect.poll(chainNames, SOON).toEqual([])
    expect(await heads()).toEqual(before)
  })
  it('says why there is none where there cannot be', async () => {
    const { visitor } = at
    await visitor.press('Control+a')
    await visitor.sees(/A (chain|movement) (has|is|goes)/)
    expect(await visitor.page.$eval('[data-test="link"]', (one) => (one as HTMLButtonElement).disabled)).toBe(true)
    await visitor.press('ArrowLeft')
  })
})

describe('a chain in a class', () => {
  it('is named with its part, and noted in one touch, of everybody and by part', async () => {
    const { visitor } = at
    await visitor.press('ArrowRight', 'ArrowLeft', 'ArrowLeft', 'ArrowLeft', 'ArrowLeft', 'ArrowLeft', 'ArrowLeft')
    await visitor.press('a')
    await visitor.page.locator('[data-test="ready-chains"] summary').click()
    await visitor.clickAt('[data-test="ready-chains"] [data-chain="sway-lean-lift"]')
    await visitor.sees('Saved', '[data-test="saved"]')
    await beginWithAll(at)
    await visitor.press('ArrowDown')
    await visitor.sees('Sway, lean, lift, 1 of 3', '[data-test="chain-part"]')
    // Into the work of the second part, on its second side.
    await visitor.press('ArrowDown')
    for (let step = 0; step < 6; step += 1) {
      const said = await visitor.page.$eval('[data-test="step"]', (one) => one.textContent)
      if (/^Right side|^Left side|^Second/.test(said.trim()) && step > 1) break
      await visitor.press('ArrowRight')
    }
    await visitor.sees('Sway, lean, lift, 2 of 3', '[data-test="chain-part"]')
    await visitor.press('1', '1', 't')
    await visitor.press('Escape', 't')
    await expect
      .poll(async () => {
        const { outcomes, meeting } = await nextMeeting(at.lead)
        const parts = meeting.plan.blocks.filter((block: any) => block.chain).map(({ id }: any) => id)
        const noted = foldOutcomes(outcomes)
        return parts.map(
          (id: string) => new Set(noted.filter((one) => one.blockId === id).map((one) => one.participant)).size,
        )
      }, SOON)
      .toEqual([11, 11, 0])
    const { outcomes } = await nextMeeting(at.lead)
    expect(outcomes.some((one: any) => !one.isGroup)).toBe(true)
    visitor.expectNoComplaints()
  })
})
