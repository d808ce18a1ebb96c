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
  it('has all four lanes with their contours and the chosen block’s bar in sight, with 7 blocks and with 14', async () => {
    await visitor.open(`/meetings/${meeting.id}/prepare`)
    await visitor.page.waitForSelector('[data-test="sentence"]')
    await expectAllInSight(7)
    await visitor.press('Control+a', 'd')
    await visitor.page.waitForFunction(() => document.querySelectorAll('[data-block]').length === 14)
    await expectAllInSight(14)
    await visitor.press('Control+z')
  })
})

describe('the ring', () => {
  const meet = (a: Box, b: Box) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
  it.each([1, 5, 12, 25, 40])('of %i people has no glyph and no level name over another', async (count) => {
    const [circle] = (await lead.call('GET', '/api/circles')).body
    const people: string[] = []
    for (let at = 0; at < count; at += 1) {
      const name = `${['Agnes', 'Bo', 'Bartholomew', 'Cora', 'Edda', 'Wim'][at % 6]}${String.fromCharCode(97 + (at % 26))} T`
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
    const shapes = [...glyphs, ...names]
    const over = shapes.flatMap((one, at) => shapes.slice(at + 1).filter((other) => meet(one, other)))
    expect(over, `${count} people`).toEqual([])
  })
})

describe('no page scrolls sideways', () => {
  it.each([390, 820, 1280])('at %i px', async (width) => {
    const { meeting: next, people } = await nextMeeting(lead)
    const of = `/meetings/${next.id}`
    await visitor.page.setViewport({ width, height: 900 })
    const wide: string[] = []
    const paths = [
      '/',
      '/dates',
      '/people',
      '/people/new',
      `/people/${people[0].id}`,
      '/movements',
      '/movements/bridge',
    ]
    const rest = ['/plans', '/practice', '/account', `${of}/prepare`, `${of}/gather`, `${of}/lead`, `${of}/reflect`]
    for (const path of [...paths, ...rest]) {
      await visitor.open(path)
      const over = await visitor.page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      )
      if (over > 0) wide.push(`${path} by ${over} px`)
    }
    expect(wide).toEqual([])
  })
})
