import type { HTTPRequest } from 'puppeteer-core'
import type { World } from '../world'
import { Visitor } from './visitor'

/** A browser that was never here, with a page whose scripts do not come before they are let on. */
export type HeldArrival = Awaited<ReturnType<typeof heldArrival>>

/** Opens a page that has its first form in it, and holds its scripts. */
export async function heldArrival(world: World, path: string) {
  const held: HTTPRequest[] = []
  const answers: number[] = []
  let isHolding = true
  const visitor = await Visitor.arrive(world)
  const { page } = visitor
  await page.setRequestInterception(true)
  page.on('request', (request) => {
    if (isHolding && request.resourceType() === 'script') held.push(request)
    else void request.continue()
  })
  page.on('response', (response) => {
    if (response.request().method() === 'POST') answers.push(response.status())
  })
  page.goto(`${world.address}${path}`, { waitUntil: 'domcontentloaded' }).catch(() => {})
  await page.waitForSelector('#first-form form')

  return {
    visitor,
    /** Holds nothing from here on. */
    letAllBe: () => void (isHolding = false),
    /** Lets the scripts come, and waits until the page is theirs. */
    async letScriptsOn(): Promise<void> {
      isHolding = false
      for (const request of held) void request.continue()
      await page.waitForFunction(() => !document.querySelector('#first-form'))
    },
    /** Where headings, labels, fields and buttons stand, and what they say. */
    places: (within: string) =>
      page.$$eval(`${within} :is(h1, h2, label, input, form button, form p)`, (parts) =>
        parts.map((part) => {
          const { x, y, width, height } = part.getBoundingClientRect()
          return [part.textContent.trim(), ...[x, y, width, height].map(Math.round)]
        }),
      ),
    /**
     * Sends what stands there, twice where somebody is in a hurry, and waits until it was answered.
     *
     * @returns the states of all answers
     */
    async send(): Promise<number[]> {
      const answer = page.waitForResponse((response) => response.request().method() === 'POST')
      await page.keyboard.press('Enter')
      await page.keyboard.press('Enter')
      await answer
      return answers
    },
    /** Sends what stands there with the network gone, and waits until that has failed; then the network is back. */
    async sendInVain(): Promise<void> {
      const failed = new Promise<void>((resolve) =>
        page.on('requestfailed', (request) => void (request.method() === 'POST' && resolve())),
      )
      await page.setOfflineMode(true)
      await page.keyboard.press('Enter')
      await failed
      await page.setOfflineMode(false)
    },
  }
}
