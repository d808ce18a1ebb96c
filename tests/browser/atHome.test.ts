import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { formatISO } from 'date-fns'
import QRCode from 'qrcode'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { HomeReport } from '../../core/home/homeReport'
import { readReportText } from '../../core/home/reportText'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

let world: World
let lead: Caller
let edda: any
/** Where the file lies that plays. */
const file = join(mkdtempSync(join(tmpdir(), 'circle-at-home-')), 'practice-at-home.html')
const address = `file://${file}`
const PHONE = { width: 390, height: 844 }
const TODAY = formatISO(new Date(), { representation: 'date' })
const homeOf = async () => (await lead.call('GET', `/api/participants/${edda.id}/home`)).body
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  edda = (await nextMeeting(lead)).people.find(({ name }: any) => name === 'Edda Quist')
  const { proposals } = await homeOf()
  const short = { dose: { kind: 'hold', seconds: 3 }, rounds: 1 }
  const entries = proposals.slice(0, 3).map(({ movement, variation }: any) => ({ movement, variation, ...short }))
  const body = { entries, daysAWeek: 4, times: ['08:30'], anchors: ['kettle'], beginsWith: 2, note: '' }
  await lead.call('PUT', `/api/participants/${edda.id}/home`, body)
  writeFileSync(file, (await lead.call('GET', `/api/participants/${edda.id}/home/page`)).body)
})
afterAll(() => world.close())

/** Somebody at home with a telephone, without a network. */
class AtHome {
  private constructor(readonly visitor: Visitor) {}
  static async arrive(): Promise<AtHome> {
    const visitor = await Visitor.arrive(world, PHONE)
    await visitor.page.setOfflineMode(true)
    const home = new AtHome(visitor)
    await home.open()
    return home
  }
  get page() {
    return this.visitor.page
  }
  async open(): Promise<void> {
    await this.page.goto(address)
    await this.page.waitForSelector('main h1')
  }
  async sees(words: string): Promise<void> {
    await this.page.waitForFunction((known) => document.querySelector('main')?.textContent?.includes(known), {}, words)
  }
  /** Moves on by the tab key until a button with these words is chosen, and presses it by the space bar. */
  async choose(words: string): Promise<void> {
    for (let tries = 0; tries < 60; tries += 1) {
      const chosen = await this.page.evaluate(() => document.activeElement?.textContent ?? '')
      if (chosen.includes(words) && (await this.page.evaluate(() => document.activeElement?.tagName)) === 'BUTTON') {
        await this.page.keyboard.press('Space')
        return
      }
      await this.page.keyboard.press('Tab')
    }
    throw new Error(`No button says “${words}”.`)
  }
  keptReport(): Promise<any> {
    return this.page.evaluate(() => JSON.parse(Object.values({ ...localStorage })[0] as string))
  }
}

describe('a practice at home', () => {
  it('plays from beginning to end with the keyboard alone and no network, and passes axe on every screen', async () => {
    const home = await AtHome.arrive()
    const { visitor } = home
    await home.sees('Stop at once if it is sharp')
    await visitor.expectAccessible()
    await home.choose('Begin: 2 movements')
    for (const face of ['Easy', 'Hard']) {
      await home.sees('I am ready: begin')
      await visitor.expectAccessible()
      await home.choose('I am ready')
      await home.page.waitForSelector('[data-test="moving-figure"] path')
      await visitor.expectAccessible()
      // Nobody presses anything until it is over.
      await home.sees('How was it?')
      await visitor.expectAccessible()
      await home.choose(face)
    }
    await home.sees('2 movements. That makes 1 day of the last seven.')
    await visitor.expectAccessible()
    expect((await home.keptReport()).done.map(({ movement, face }: any) => [movement, face])).toEqual([
      [0, 'easy'],
      [1, 'hard'],
    ])
    // What is kept is there when it is opened again.
    await home.open()
    await home.sees('done today')
    await home.choose('Give back')
    await home.sees('practised on 1 day')
    await visitor.expectAccessible()
    visitor.expectNoComplaints()
    await visitor.leave()
  })
  it('ends a movement at sharp pain, says whom to call, and leaves it out until somebody was asked', async () => {
    const home = await AtHome.arrive()
    await home.choose('Begin: 2 movements')
    await home.choose('I am ready')
    await home.page.waitForSelector('[data-test="moving-figure"]')
    await home.page.keyboard.press('Escape')
    await home.sees('It hurts:')
    await home.visitor.expectAccessible()
    await home.choose('It was sharp')
    await home.choose('Write it down and stop')
    await home.sees('before you do it again. It is left out until then.')
    await home.sees('call 112')
    await home.visitor.expectAccessible()
    await home.choose('Enough for today')
    await home.sees('Begin: 1 movement,')
    await home.choose('I have spoken with')
    await home.sees('Begin: 2 movements,')
    await home.visitor.leave()
  })
  it('ends it at a pain of seven, and not at six', async () => {
    const home = await AtHome.arrive()
    for (const [pain, words] of [
      ['6', 'Write it down and go on'],
      ['7', 'Write it down and stop'],
    ] as const) {
      await home.open()
      await home.choose('Begin: 2 movements')
      await home.choose('I am ready')
      await home.choose('Stop: it hurts')
      await home.sees('How much')
      await home.choose(pain)
      await home.choose(words)
      await home.sees(pain === '7' ? 'ends here' : 'I am ready')
    }
    await home.visitor.leave()
  })
  it('counts a bad day and a minute, and is chosen by one switch', async () => {
    const home = await AtHome.arrive()
    await home.choose('A bad day')
    await home.choose('I am ready')
    await home.sees('How was it?')
    await home.choose('Just right')
    await home.sees('1 movement. That makes 1 day')
    await home.choose('Back to the beginning')
    await home.choose('One switch: off')
    // Buttons are chosen in turn without a key; the space bar presses the one that is.
    await home.page.waitForFunction(() => document.activeElement?.textContent?.includes('Begin:'))
    await home.page.keyboard.press('Space')
    await home.sees('I am ready')
    await home.visitor.leave()
  })
  it('asks how the day after was, and says that a clock is behind or a sheet is old', async () => {
    const home = await AtHome.arrive()
    const key = await home.page.evaluate(() => {
      const sheet = JSON.parse(document.getElementById('sheet')!.textContent!)
      return `unhurried-circle at home ${sheet.handout.practice} ${sheet.handout.number}`
    })
    const at = async (days: number) => {
      await home.page.evaluateOnNewDocument((ms) => {
        const real = Date.now()
        const Shifted = class extends Date {
          constructor(...given: any[]) {
            super(...((given.length === 0 ? [real + ms] : given) as [number]))
          }
        }
        globalThis.Date = Shifted as DateConstructor
      }, days * 86_400_000)
      await home.open()
    }
    await home.page.evaluate(
      (key, day) => {
        const one = { movement: 0, at: `${day}T09:00`, face: 'easy', stopped: false, sharp: false, word: '' }
        localStorage.setItem(key, JSON.stringify({ done: [{ ...one, effort: null, pain: null }] }))
      },
      key,
      TODAY,
    )
    await at(1)
    await home.sees('How were you the day after')
    await home.choose('Worse')
    await home.page.waitForFunction(() => !document.querySelector('.asked'))
    expect((await home.keptReport()).after).toEqual({ [TODAY]: 'worse' })
    await at(-3)
    await home.sees('set the date of the device')
    await at(40)
    await home.sees('This sheet was good until')
    expect(await home.page.$eval('.button.main', (button) => (button as HTMLButtonElement).disabled)).toBe(true)
    await home.choose('Nothing is new')
    await home.choose('Begin:')
    await home.visitor.leave()
  })
})

describe('what comes back', () => {
  it('is read on the person’s page: the code typed, with one sign wrong, and the file', async () => {
    const home = await AtHome.arrive()
    for (const face of ['Easy', 'Hard']) {
      await home.choose(face === 'Easy' ? 'Begin: 2 movements' : 'I am ready')
      if (face === 'Easy') await home.choose('I am ready')
      await home.sees('How was it?')
      await home.choose(face)
    }
    await home.choose('Give back')
    await home.page.waitForSelector('[data-test="code"]')
    const code = await home.page.$$eval('[data-test="code"] span', (groups) =>
      groups.map((one) => one.textContent).join(' '),
    )
    const report = decodeURIComponent(
      (await home.page.$eval('a[download]', (link) => link.getAttribute('href')!)).split(',').slice(1).join(','),
    )
    await home.visitor.leave()

    const visitor = await Visitor.arrive(world)
    await visitor.signIn()
    await visitor.open(`/people/${edda.id}/home`)
    const wrong = `${code.slice(0, 3)}${code[3] === '7' ? '8' : '7'}${code.slice(4)}`.toLowerCase()
    await visitor.fill('The code that they read out', code.slice(0, 12))
    await visitor.click('Take the week')
    await visitor.sees('a code has 24.')
    await visitor.fill('The code that they read out', wrong)
    await visitor.click('Take the week')
    await visitor.sees('2 notes taken.', '[data-test="said"]')
    await visitor.sees('Sign 4 was', '[data-test="said"]')
    const [first] = (await homeOf()).home.practice.entries
    expect((await homeOf()).home.how[first.movement][TODAY]).toBe('easy')
    // The file holds more than the ticks: it is new, and the second time it is not.
    const path = join(mkdtempSync(join(tmpdir(), 'circle-report-')), 'practice-at-home.json')
    writeFileSync(path, report)
    const picker = (await visitor.page.$('[data-test="tick-file"]'))! as any
    await picker.uploadFile(path)
    await visitor.sees('2 notes taken.', '[data-test="told"] ~ *, [data-test="said"]')
    await visitor.sees('In their words', '[data-test="told"]')
    expect((await homeOf()).done).toHaveLength(2)
    await visitor.expectAccessible()
    // And by a picture of its square code.
    const { handout, done, after } = JSON.parse(report) as HomeReport
    const { reportTexts } = await import('../../core/home/reportText')
    const [text] = reportTexts({ handout, done: done.map((one) => ({ ...one, at: `${TODAY}T00:01` })), after })
    expect(readReportText(text!)).not.toBeNull()
    const picture = path.replace('.json', '.png')
    await QRCode.toFile(picture, text!, { errorCorrectionLevel: 'L', scale: 5 })
    await picker.uploadFile(picture)
    await visitor.page.waitForFunction(() => document.querySelectorAll('[data-test="told"] li').length === 4)
    visitor.expectNoComplaints()
    await visitor.leave()
  })
  it('comes by itself over their own link, and not over one that was ended', async () => {
    const visitor = await Visitor.arrive(world)
    await visitor.signIn()
    await visitor.open(`/people/${edda.id}/home`)
    await visitor.click('Make a link')
    await visitor.page.waitForSelector('[data-test="home-link-address"]')
    const link = await visitor.page.$eval('[data-test="home-link-address"]', (one) => one.textContent!)
    const printed = visitor.page.waitForResponse((reply) => reply.url().endsWith('/home/handout'))
    await visitor.click('Handout with the link')
    expect((await printed).status()).toBe(200)
    // What was done a moment ago may lie in the same minute.
    await world.db('home_done').delete()
    const guest = await Visitor.arrive(world, PHONE)
    const { page } = guest
    const choose = async (words: string) => {
      await page.waitForFunction(
        (known) => Array.from(document.querySelectorAll('button')).some((one) => one.textContent!.includes(known)),
        {},
        words,
      )
      await guest.click(words)
    }
    await page.goto(link)
    await choose('A bad day')
    await choose('I am ready')
    await choose('Just right')
    // Nobody presses anything for it.
    await page.waitForFunction(() => document.querySelector('[role="status"]')?.textContent === 'It has arrived.')
    expect((await homeOf()).done).toHaveLength(1)
    await visitor.click('End the link')
    await visitor.page.waitForFunction(() => !document.querySelector('[data-test="home-link-address"]'))
    await choose('Give back')
    await choose('Send it to')
    await page.waitForFunction(() =>
      document.querySelector('[role="status"]')?.textContent?.includes('This link was ended'),
    )
    await guest.leave()
    await visitor.leave()
  })
})
