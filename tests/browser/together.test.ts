import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World, type Caller } from '../world'
import { atMeeting } from './atMeeting'
import { Visitor } from './visitor'

/**
 * Two people at work on the same meeting: whose edit stands, the plan that a class begins by, and a server that goes.
 */
let world: World
let visitor: Visitor
let lead: Caller
let meetingId = ''
const SOON = { timeout: 60_000 }
beforeAll(async () => {
  ;({ world, visitor, lead, meetingId } = await atMeeting())
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})
const path = (step: string) => `/meetings/${meetingId}/${step}`
const plan = async () => (await nextMeeting(lead)).meeting
const titleOnScreen = (title: string) =>
  visitor.page.waitForFunction(
    (said) => Array.from(document.querySelectorAll('input')).some((input) => input.value === said),
    SOON,
    title,
  )
/** Somebody else saves a title on the newest version. */
async function saveElsewhere(title: string): Promise<void> {
  const edits = [{ edit: 'setTitle', title }]
  const body = { version: (await plan()).planVersion, edits }
  expect((await lead.call('PUT', `/api/meetings/${meetingId}/plan`, body)).status).toBe(200)
}

describe('two who edit the same', () => {
  it('see at once what the other one changed', async () => {
    await visitor.open(path('prepare'))
    await saveElsewhere('A title from elsewhere')
    await titleOnScreen('A title from elsewhere')
  })
  it('are told whose stands, where the other one comes later, and have their own back by one undo', async () => {
    await visitor.fill('Title of the plan', 'My title')
    await expect.poll(async () => (await plan()).plan.title, SOON).toBe('My title')
    await visitor.sees('Saved', '[data-test="saved"]')
    await saveElsewhere('Their title')
    await visitor.sees(
      'Marit Solvang has set the title now. Theirs stands; Undo puts yours back.',
      '[data-test="notice"]',
    )
    await titleOnScreen('Their title')
    await visitor.click('Undo')
    await titleOnScreen('My title')
    await expect.poll(async () => (await plan()).plan.title, SOON).toBe('My title')
  })
  it('are told whose stands, where they come later, and can put the other one’s back by one undo', async () => {
    await visitor.sees('Saved', '[data-test="saved"]')
    const letGo = await visitor.holdBack('PUT')
    await visitor.fill('Title of the plan', 'Mine again')
    await saveElsewhere('Theirs in between')
    await letGo()
    await visitor.sees(
      'Marit Solvang had set the title meanwhile. Yours stands; Undo puts theirs back.',
      '[data-test="notice"]',
    )
    await expect.poll(async () => (await plan()).plan.title, SOON).toBe('Mine again')
    await visitor.click('Undo')
    await expect.poll(async () => (await plan()).plan.title, SOON).toBe('Theirs in between')
  })
})

describe('a browser without room', () => {
  it('says that it keeps nothing of a plan, and what was typed is saved all the same', async () => {
    const { identifier } = await visitor.page.evaluateOnNewDocument(() => {
      const put = IDBObjectStore.prototype.put
      IDBObjectStore.prototype.put = function (this: IDBObjectStore, ...row: Parameters<typeof put>) {
        if (this.name === 'drafts') throw new DOMException('No room', 'QuotaExceededError')
        return put.apply(this, row)
      }
    })
    await visitor.open(path('prepare'))
    await visitor.fill('Title of the plan', 'Typed without room')
    await visitor.sees('This browser has no room left. Do not close this window until it says Saved.')
    await expect.poll(async () => (await plan()).plan.title, SOON).toBe('Typed without room')
    await visitor.sees('Saved', '[data-test="saved"]')
    await visitor.page.removeScriptToEvaluateOnNewDocument(identifier)
  })
  it('opens a plan of which it has kept only half a word', async () => {
    await visitor.open('/')
    await visitor.page.evaluate((id) => localStorage.setItem(`plan-edits:${id}:gone`, '{"version":1,"edi'), meetingId)
    await visitor.open(path('prepare'))
    await titleOnScreen('Typed without room')
  })
})

describe('a class that is about to begin', () => {
  const blocksShown = () => visitor.text('[data-test="class-clock"]')
  it('shows the plan as it is changed elsewhere', async () => {
    await visitor.open(path('lead'))
    const before = await blocksShown()
    const { planVersion, plan: now } = await plan()
    const last = now.blocks.at(-1)
    const edits = [{ edit: 'removeBlock', id: last.id }]
    await lead.call('PUT', `/api/meetings/${meetingId}/plan`, { version: planVersion, edits })
    await expect.poll(blocksShown, SOON).not.toBe(before)
  })
  it('does not begin by a plan that was changed while nothing was heard, and shows it', async () => {
    // A window that does not hear: its line is held back, as by a network that has gone quiet.
    const { identifier } = await visitor.page.evaluateOnNewDocument(() => {
      window.EventSource = class extends EventTarget {
        close(): void {}
      } as unknown as typeof EventSource
    })
    await visitor.open(path('lead'))
    const { planVersion, plan: now } = await plan()
    const edits = [{ edit: 'removeBlock', id: now.blocks.at(-1).id }]
    await lead.call('PUT', `/api/meetings/${meetingId}/plan`, { version: planVersion, edits })
    const before = await blocksShown()
    await visitor.beginClass()
    await visitor.sees('The plan was changed on another device. It is shown now', '[data-test="notice"]')
    expect(await visitor.page.$eval('[data-test="lead"]', (element) => element.getAttribute('data-status'))).toBe(
      'ready',
    )
    await expect.poll(blocksShown, SOON).not.toBe(before)
    await visitor.beginClass()
    await visitor.page.waitForSelector('[data-test="lead"][data-status="running"]', SOON)
    await expect.poll(async () => (await nextMeeting(lead)).classEvents.length, SOON).toBe(1)
    await visitor.page.removeScriptToEvaluateOnNewDocument(identifier)
  })
})

describe('a server that goes between Gather and Lead', () => {
  it('leaves the class as it is known, and goes on by itself once it is there again', async () => {
    await visitor.open(path('gather'))
    await visitor.sees('Cora Linden')
    await world.crash()
    await visitor.click('Lead')
    await visitor.page.waitForSelector('[data-test="lead"][data-status="running"]', SOON)
    await visitor.sees('Nothing is heard of the server since', '[data-test="cut"]')
    await visitor.press('Space')
    await visitor.page.waitForSelector('[data-test="lead"][data-status="paused"]', SOON)
    await world.startServer()
    await visitor.page.waitForFunction(() => !document.querySelector('[data-test="cut"]'), SOON)
    await expect
      .poll(async () => (await nextMeeting(lead)).classEvents.map((one: any) => one.event), SOON)
      .toEqual(['start', 'pause'])
  })
  it('is tried again where a meeting could not be opened, without anybody asking', async () => {
    // One of another day: what is not laid in needs the server.
    const { body: meetings } = await lead.call('GET', '/api/meetings')
    const past = meetings[2].id
    await visitor.open('/')
    await visitor.page.waitForSelector(`a[href*="${past}"]`, SOON)
    await world.crash()
    await visitor.page.evaluate((to) => {
      const link = document.querySelector(`a[href*="${to}"]`) as HTMLAnchorElement
      link.click()
    }, past)
    await visitor.sees('It is tried again every few seconds.', '[data-test="cannot-open"]')
    await world.startServer()
    await visitor.page.waitForFunction(() => !document.querySelector('[data-test="cannot-open"]'), SOON)
  })
})
