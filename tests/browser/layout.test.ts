import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/** Where things stand on the screen: measured by their boxes, in pixels. */
let world: World
let lead: Caller
let visitor: Visitor
let meeting: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  ;({ meeting } = await nextMeeting(lead))
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})

interface Box {
  left: number
  top: number
  right: number
  bottom: number
}
const boxesOf = (selector: string): Promise<Box[]> =>
  visitor.page.$$eval(selector, (all) =>
    all.map((one) => {
      const { left, top, right, bottom } = one.getBoundingClientRect()
      return { left, top, right, bottom }
    }),
  )

/** What has more to show than there is room for, by its words. */
const cutIn = (selector: string) =>
  visitor.page.$$eval(selector, (all) =>
    all
      .filter((one) => one.scrollWidth > one.clientWidth + 1 || one.scrollHeight > one.clientHeight + 4)
      .map((one) => one.textContent),
  )

describe('prepare at 1280 × 800', () => {
  const SCREEN = { width: 1280, height: 800 }
  /** A contour may be cut by its last line. */
  const LINE_PX = 6
  async function expectAllInSight(blocks: number) {
    const lanes = await boxesOf('section[aria-label$=" lane"]')
    const [bar] = await boxesOf('section:has([data-test="sentence"])')
    const heads = await boxesOf('[data-block]')
    expect(heads).toHaveLength(blocks)
    expect(lanes).toHaveLength(4)
    expect(lanes[0]!.top).toBeGreaterThan(0)
    expect(bar!.bottom).toBeLessThanOrEqual(SCREEN.height + 1)
    for (const lane of lanes) expect(lane.bottom).toBeLessThanOrEqual(bar!.top + LINE_PX)
    for (const head of heads) expect(head.right).toBeLessThanOrEqual(SCREEN.width)
    const contours = await boxesOf('section[aria-label$=" lane"] svg[aria-label*="climbs"]')
    expect(contours).toHaveLength(4)
  }
  it('has all four lanes, their contours and the chosen block’s bar in sight, with 7 blocks and with 14', async () => {
    await visitor.open(`/meetings/${meeting.id}/prepare`)
    await visitor.page.waitForSelector('[data-test="sentence"]')
    await expectAllInSight(7)
    await visitor.press('Control+a', 'd')
    await visitor.page.waitForFunction(() => document.querySelectorAll('[data-block]').length === 14)
    await expectAllInSight(14)
    await visitor.press('Control+z')
  })
})

/** Edges may touch. */
const TOUCH_PX = 1
const meet = (a: Box, b: Box) =>
  a.left < b.right - TOUCH_PX &&
  b.left < a.right - TOUCH_PX &&
  a.top < b.bottom - TOUCH_PX &&
  b.top < a.bottom - TOUCH_PX
const overIn = (shapes: Box[]) => shapes.flatMap((one, at) => shapes.slice(at + 1).filter((other) => meet(one, other)))

describe('the class of eleven on a tablet of 1024 × 768', () => {
  it('cuts no name, no title and no lane', async () => {
    await visitor.page.setViewport({ width: 1024, height: 768 })
    await visitor.open(`/meetings/${meeting.id}/lead`)
    await visitor.page.waitForSelector('[data-test="lane"] [data-test="moving-figure"]')
    const names = '[data-person] > span > :first-child'
    expect(await visitor.page.$$(names)).toHaveLength(11)
    expect(await cutIn(`${names}, [data-person] > span > span`)).toEqual([])
    expect(await cutIn('[data-test="now"]')).toEqual([])
    expect(await cutIn('[data-test="lane"]')).toEqual([])
    await visitor.page.setViewport({ width: 1280, height: 800 })
  })
})

describe('a circle on its screens', () => {
  it.each([1, 5, 12, 25, 40])(
    'of %i people has nothing over anything else: ring, gather, offers, lead',
    async (count) => {
      const [circle] = (await lead.call('GET', '/api/circles')).body
      const people: string[] = []
      for (let at = 0; at < count; at += 1) {
        const name =
          ['Agnes', 'Bo', 'Bartholomew', 'Cora', 'Edda', 'Wim'][at % 6] + `${String.fromCharCode(97 + (at % 26))} T`
        const fields = {
          ...{ name, birthYear: 1950, sex: 'unsaid', heightCm: null, pace: 'usual', considerations: [], levels: [] },
          ...{ homeTier: ['bed', 'chair', 'standing', 'floor'][at % 4] },
          access: { bed: 'yes', chair: 'yes', standing: 'yes', floor: 'yes' },
        }
        people.push((await lead.call('POST', '/api/participants', fields)).body.id)
      }
      const { id, version, ...fields } = circle
      expect((await lead.call('PUT', `/api/circles/${id}`, { ...fields, version, members: people })).status).toBe(200)
      await visitor.open('/')
      await visitor.page.waitForFunction((all) => document.querySelectorAll('.station').length === all, {}, count)
      const glyphs = await boxesOf('.station > g[aria-hidden]:first-of-type > svg')
      expect(glyphs).toHaveLength(count)
      // A turned name's box is wider than its letters: those are held against each other in the core.
      const names = await boxesOf('.station > text.called:not([transform])')
      expect(overIn([...glyphs, ...names]), `${count} people`).toEqual([])
      await expectGathered(count)
      await expectLed(count)
    },
  )
  it('keeps everybody in sight in the class while somebody is noted, forty of them', async () => {
    await visitor.beginClass()
    await visitor.page.waitForSelector('[data-test="cue"]')
    const besides = '[data-test="cue"], [data-test="class-clock"], header button, header a'
    expect(overIn(await boxesOf(besides)), 'what is said, the clock and the controls').toEqual([])
    const isWhole = ({ scrollHeight, clientHeight }: Element) => scrollHeight <= clientHeight + 1
    expect(await visitor.page.$eval('[data-test="cue"] span', isWhole), 'all that is said').toBe(true)
    await visitor.press('ArrowRight', 'ArrowRight', 'ArrowRight', '1', '3', 'd')
    await visitor.page.waitForSelector('[data-test="log-strip"]')
    await visitor.expectAccessible()
    await expectClassInSight(40)
    await visitor.press('Escape', 'Space')
  })
  async function expectGathered(count: number): Promise<void> {
    await visitor.open(`/meetings/${meeting.id}/gather`)
    await visitor.page.waitForSelector('[data-person]')
    const rows = await boxesOf('li[data-person]')
    expect(rows.length).toBe(count)
    expect(overIn(rows), `gather, ${count}`).toEqual([])
    await visitor.press('o')
    await visitor.page.waitForSelector('[data-test="offers"] [data-cell]')
    expect(overIn(await boxesOf('[data-test="offers"] tbody th, [data-cell]')), `offers, ${count}`).toEqual([])
  }
  async function expectLed(count: number): Promise<void> {
    await visitor.open(`/meetings/${meeting.id}/lead`)
    await visitor.page.waitForFunction((all) => document.querySelectorAll('[data-person]').length === all, {}, count)
    await expectClassInSight(count)
  }
  /** Everybody, every lane and the clock, whole and one beside the other; no lane cuts what it says. */
  async function expectClassInSight(count: number): Promise<void> {
    const places = await boxesOf('[data-person]')
    const lanes = await boxesOf('[data-test="lane"]')
    const parts = [...places, ...lanes, ...(await boxesOf('[data-test="left"], header, [data-test="noting-line"]'))]
    expect(places).toHaveLength(count)
    expect(overIn(parts), `lead, ${count}`).toEqual([])
    for (const { bottom, right, top } of parts) {
      expect([bottom <= 800, right <= 1280, top >= 0], `lead, ${count}`).toEqual([true, true, true])
    }
    expect(await cutIn('[data-test="lane"]'), `lead, ${count}`).toEqual([])
  }
})

describe('the class on a tablet', () => {
  it.each([
    [1024, 768, 2],
    [1280, 800, 2],
    [800, 1200, 1],
  ])('at %i × %i fills its lanes, %i beside each other, with figures as high as they are', async (...size) => {
    const [width, height, columns] = size
    await visitor.page.setViewport({ width, height })
    await visitor.open(`/meetings/${meeting.id}/lead`)
    await visitor.page.waitForSelector('[data-test="lane"] [data-test="moving-figure"]')
    const lanes = await boxesOf('[data-test="lane"]')
    expect(new Set(lanes.map(({ left }) => Math.round(left))).size).toBe(columns)
    const figures = await boxesOf('[data-test="lane"] > :first-child')
    const shares = figures.map(({ top, bottom }, at) => (bottom - top) / (lanes[at]!.bottom - lanes[at]!.top))
    expect(Math.min(...shares)).toBeGreaterThan(0.6)
    expect(await cutIn('[data-test="lane"]')).toEqual([])
    await visitor.page.setViewport({ width: 1280, height: 800 })
  })
})

/** Every main page; `next` is a meeting ahead. */
const pagesOf = (next: string, person: string) => [
  ...['/', '/dates', '/people', '/people/new', `/people/${person}`, '/movements', '/movements/bridge', '/plans'],
  ...['/practice', '/account', ...['prepare', 'gather', 'lead', 'reflect'].map((step) => `/meetings/${next}/${step}`)],
]

describe('the first screen', () => {
  const AT_MOST_KB = 350
  it('is fetched in less than 350 KB', async () => {
    const newcomer = await Visitor.arrive(world)
    const client = await newcomer.page.createCDPSession()
    await client.send('Network.enable')
    let bytes = 0
    client.on('Network.loadingFinished', ({ encodedDataLength }) => (bytes += encodedDataLength))
    await newcomer.open('/sign-in')
    await newcomer.page.waitForSelector('input[type="password"]')
    console.log(`first screen: ${Math.round(bytes / 1024)} KB`)
    expect(bytes).toBeGreaterThan(50 * 1024)
    expect(bytes / 1024).toBeLessThan(AT_MOST_KB)
    await newcomer.leave()
  })
})

describe('the list at the door', () => {
  it('has everybody with their numbers and a box for each date ahead', async () => {
    const [circle] = (await lead.call('GET', '/api/circles')).body
    await visitor.page.setViewport({ width: 1280, height: 800 })
    await visitor.open('/dates')
    await visitor.click('Attendance list to print')
    await visitor.page.waitForSelector('[data-test="attendance"]')
    expect(await visitor.page.$$eval('[data-test="attendance"] tbody tr', (rows) => rows.length)).toBe(
      circle.members.length + 4,
    )
    expect(await visitor.page.$$eval('[data-test="attendance"] thead th', (heads) => heads.length)).toBeGreaterThan(6)
    await visitor.expectAccessible()
  })
})

describe('every page in both schemes', () => {
  it.each(['light', 'dark'])('is accessible: %s', async (value) => {
    const { meeting: next, people } = await nextMeeting(lead)
    await visitor.page.setViewport({ width: 1280, height: 800 })
    await visitor.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value }])
    for (const path of pagesOf(next.id, people[0].id)) {
      await visitor.open(path)
      await visitor.expectAccessible()
    }
    await visitor.page.emulateMediaFeatures([])
  })
})

describe('no page scrolls sideways', () => {
  it.each([390, 820, 1280])('at %i px', async (width) => {
    const { meeting: next, people } = await nextMeeting(lead)
    await visitor.page.setViewport({ width, height: 900 })
    const wide: string[] = []
    for (const path of pagesOf(next.id, people[0].id)) {
      await visitor.open(path)
      const over = await visitor.page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      )
      if (over > 0) wide.push(`${path} by ${over} px`)
    }
    expect(wide).toEqual([])
  })
})
