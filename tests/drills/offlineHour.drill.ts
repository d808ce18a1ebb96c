import { setTimeout as wait } from 'node:timers/promises'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startOf } from '../../core/lead/clock'
import { Visitor } from '../browser/visitor'
import { HELPER, LEAD } from '../demoData'
import { shippedCatalogue } from '../shippedCatalogue'
import { nextMeeting, World, type Caller } from '../world'
import { isLong } from './long'

/**
 * A whole class of an hour on two tablets with the server gone since before it: each by its own clock, notes in every
 * block, pages reloaded and browsers killed in the middle of it; then the server comes back, and everything is there
 * once, in the block in which it was noted.
 */
const MINUTES = isLong ? 60 : 0.5
const NOTE_EVERY_MS = isLong ? 15_000 : 2_000
const SOON = { timeout: 30_000 }
/** Ways to note somebody as done, by key. */
const DONE = { d: 'done', e: 'eased', s: 'stopped' } as const

let world: World
let lead: Caller
let meetingId = ''
const on: Record<'tablet' | 'phone', Visitor> = {} as never
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  meetingId = (await nextMeeting(lead)).meeting.id
  for (const [name, email] of [
    ['tablet', LEAD],
    ['phone', HELPER],
  ] as const) {
    on[name] = await Visitor.arrive(world)
    await on[name].signIn(email)
    await on[name].page.waitForFunction(
      async () => (await navigator.serviceWorker.ready).active?.state === 'activated',
      SOON,
    )
    await on[name].open(`/meetings/${meetingId}/lead`)
    await on[name].page.waitForSelector('[data-test="lead"] [data-person]', SOON)
    on[name] = await on[name].comeBack()
  }
})
afterAll(async () => {
  await on.tablet?.leave()
  await on.phone?.leave()
  await world.close()
})

type Device = keyof typeof on
interface Note {
  device: Device
  person: number
  done: string
  movement: string
}

const look = async (device: Device) => {
  const { page } = on[device]
  await page.goto(`${world.address}/meetings/${meetingId}/lead`, { waitUntil: 'domcontentloaded' })
  await page.waitForSelector('[data-test="lead"] [data-person]', SOON)
}
const waiting = (device: Device) =>
  on[device].page.$eval('[data-test="outbox"]', (box) => Number(box.getAttribute('data-waiting')))
const isOver = (device: Device) =>
  on[device].page.$eval('[data-test="lead"]', (element) => element.getAttribute('data-status') === 'finished')
/** What the notes of the screen are for: between two movements still for the one before. */
const notedFor = (device: Device) =>
  on[device].page.$eval('[data-test="noting"]', (element) => element.textContent!.trim().replace('Noting for ', ''))
const isRunning = (device: Device) => on[device].page.waitForSelector('[data-test="lead"][data-status="running"]', SOON)

/** Notes somebody and waits until the note is safe on the screen; null between two blocks. */
async function note(device: Device, turn: number): Promise<Note | null> {
  const person = turn % 11
  const key = (['d', 'e', 's'] as const)[turn % 3]!
  const [before, sent] = [await notedFor(device), await waiting(device)]
  const marks = { d: '✓', e: '↓', s: '■' }
  await on[device].press('Escape', ...String(person + 1).padStart(2, '0'), key)
  await on[device].page.waitForFunction(
    (at, mark, count) => {
      const said = document.querySelectorAll('[data-person]')[at]?.textContent ?? ''
      const box = document.querySelector('[data-test="outbox"]')
      return said.includes(mark) && !said.includes('…') && Number(box?.getAttribute('data-waiting')) > count
    },
    SOON,
    person,
    marks[key],
    sent,
  )
  // A note that fell on the change of a block may be of either.
  return (await notedFor(device)) === before ? { device, person, done: DONE[key], movement: before } : null
}

describe('a class of an hour with the server gone', () => {
  it('is led on two tablets, through reloads and killed browsers, and everything arrives once', async () => {
    await world.crash()
    const notes: (Note | null)[] = []
    for (const device of ['tablet', 'phone'] as const) {
      await look(device)
      await on[device].beginClass()
      await isRunning(device)
      // Past what comes before the first movement.
      await on[device].press('ArrowRight', 'ArrowRight')
    }
    const began = Date.now()
    const until = began + MINUTES * 60_000
    let [turn, reloads, kills] = [0, 0, 0]
    while (Date.now() < until) {
      const device = turn % 2 === 0 ? 'tablet' : 'phone'
      // The plan of the demo is shorter than the hour: a class that is over is over.
      if (await isOver(device)) break
      notes.push(await note(device, turn))
      if (turn % 10 === 5) {
        await on[device].page.reload({ waitUntil: 'domcontentloaded' })
        await on[device].page.waitForSelector('[data-test="lead"] [data-person]', SOON)
        reloads += 1
      }
      if (turn % 40 === 7) {
        on[device].browser.process()?.kill('SIGKILL')
        await wait(500)
        on[device] = await on[device].comeBack()
        await look(device)
        kills += 1
      }
      turn += 1
      await wait(NOTE_EVERY_MS / 2)
    }
    await world.startServer()
    for (const device of ['phone', 'tablet'] as const)
      await expect.poll(() => waiting(device), { timeout: 120_000 }).toBe(0)

    const view = await nextMeeting(lead)
    // What is said instead is what has to be looked at.
    expect(view.people, JSON.stringify(view).slice(0, 500)).toBeDefined()
    const { movements } = shippedCatalogue()
    const ids = view.people.map((person: any) => person.id)
    // By the block that is on: some do something else in it.
    const blockOf = new Map<string, string>(
      view.meeting.plan.blocks.map((block: any) => [block.id, movements.get(block.movement)!.name]),
    )
    const stored = view.outcomes.map((one: any) =>
      [ids.indexOf(one.participant), one.done, blockOf.get(one.blockId)].join(' '),
    )
    const made = notes.flatMap((one) => (one ? [[one.person, one.done, one.movement].join(' ')] : []))
    const left = [...stored]
    const lost = made.filter((one) => {
      const at = left.indexOf(one)
      if (at >= 0) left.splice(at, 1)
      return at < 0
    })
    const first = view.classEvents
      .filter((one: any) => one.event === 'start')
      .toSorted((a: any, b: any) => a.sequence - b.sequence)[0]
    console.log(
      `${((Date.now() - began) / 60_000).toFixed(1)} minutes, ${notes.length} notes, ${reloads} ` +
        `reloads, ${kills} killed: ${stored.length} stored, ${lost.length} lost or moved`,
    )
    expect(lost).toEqual([])
    // A note may be of two sides; none of them is there twice.
    const each = view.outcomes.map((one: any) => [one.participant, one.blockId, one.side, one.at].join(' '))
    expect(new Set(each).size).toBe(stored.length)
    expect(stored.length).toBeGreaterThanOrEqual(notes.length)
    expect(startOf(view.classEvents)?.id).toBe(first.id)
  })
})
