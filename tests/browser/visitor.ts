import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import puppeteer, { type Browser, type HTTPRequest, type KeyInput, type Page } from 'puppeteer-core'
import { expect } from 'vitest'
import { findProgram } from '../../bin/programs.mjs'
import { LEAD, PASSWORD } from '../demoData'
import type { World } from '../world'

/** Put in by the browser's own hand: the page's policy lets no such script in. */
const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')
const FLAGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

/**
 * A page is there once it has been idle and has asked for nothing so many looks long; where the server hangs, it is
 * looked at as it is.
 */
const QUIET_LOOKS = 3
const LOOK_MS = 50
const SETTLED_WITHIN_MS = 10_000
const FILE_WITHIN_MS = 1500
/** So long something is waited for before it is said that it did not come: a busy machine takes its time. */
const PATIENCE_MS = 60_000

/** Somebody with a browser, a mouse and a keyboard in front of the application. */
export class Visitor {
  private readonly complaints: string[] = []
  /** What the page has asked for and not got yet. */
  private readonly asked = new Map<HTTPRequest, number>()
  private askedSoFar = 0
  /** Just before the last letter of what was filled in last. */
  private lastTypedAt = 0
  /** Clicks, fields and keys so far: what somebody has to do by hand. */
  actions = 0
  private constructor(
    readonly browser: Browser,
    readonly page: Page,
    private readonly world: World,
    private readonly profile: string,
  ) {
    this.listen(page)
  }

  static async arrive(
    world: World,
    size = { width: 1280, height: 800 },
    profile = mkdtempSync(join(tmpdir(), 'circle-browser-')),
  ): Promise<Visitor> {
    const browser = await puppeteer.launch({
      executablePath: findProgram('chromium')!,
      headless: true,
      userDataDir: profile,
      args: FLAGS,
    })
    const page = (await browser.pages())[0] ?? (await browser.newPage())
    await page.setViewport(size)
    page.setDefaultTimeout(PATIENCE_MS)
    return new Visitor(browser, page, world, profile)
  }

  /** Closes the browser as at the end of a day and opens it again: what it keeps on disk is all that is left. */
  async comeBack(size?: { width: number; height: number }): Promise<Visitor> {
    await this.browser.close()
    return Visitor.arrive(this.world, size, this.profile)
  }

  /** The same browser's next tab: it shares the storage and the sign-in. */
  async secondTab(): Promise<Visitor> {
    const page = await this.browser.newPage()
    await page.setViewport({ width: 1280, height: 800 })
    page.setDefaultTimeout(PATIENCE_MS)
    return new Visitor(this.browser, page, this.world, '')
  }

  private listen(page: Page): void {
    page.on('request', (request) => {
      const isLater = request.resourceType() === 'eventsource' || request.url().includes('/figures/')
      if (isLater) return
      this.asked.set(request, Date.now())
      this.askedSoFar += 1
    })
    for (const end of ['requestfinished', 'requestfailed'] as const)
      page.on(end, (request) => this.asked.delete(request))
    // A page is left where a test leaves it, also where something of it is not kept yet.
    page.on('dialog', (asked) => void asked.accept().catch(() => undefined))
    page.on('pageerror', (error) => this.complaints.push(String(error)))
    page.on('console', (message) => {
      const text = message.text()
      // A refused or unreachable request is logged by the browser itself; the interface answers for it.
      if (message.type() === 'error' && !/Failed to load resource|net::ERR/.test(text)) this.complaints.push(text)
    })
  }
  expectNoComplaints(): void {
    expect(this.complaints).toEqual([])
  }

  async leave(): Promise<void> {
    await this.browser.close()
    if (this.profile) rmSync(this.profile, { recursive: true, force: true })
  }

  /** Opens a page and waits until what it asked for has come: what it lays in for later, and its lines, go on. */
  async open(path: string): Promise<void> {
    this.asked.clear()
    await this.page.goto(this.world.address + path, { waitUntil: 'load' })
    await this.settled()
  }
  async reload(): Promise<void> {
    this.asked.clear()
    await this.page.reload({ waitUntil: 'load' })
    await this.settled()
  }
  private async settled(): Promise<void> {
    const until = Date.now() + SETTLED_WITHIN_MS
    for (let quiet = 0; quiet < QUIET_LOOKS && Date.now() < until; quiet += 1) {
      const before = this.askedSoFar
      await wait(LOOK_MS)
      const isThere = await this.page
        .evaluate(
          () =>
            new Promise<boolean>((done) =>
              // The form that stands in the page first gives way to that of the scripts.
              requestIdleCallback(() => done(!document.querySelector('#first-form')), { timeout: 1000 }),
            ),
        )
        // A page that goes on to another one is none to wait for.
        .catch(() => false)
      if (!isThere || this.isWaited() || this.askedSoFar > before) quiet = -1
    }
  }
  /** Of a file that a worker took over from another, no end is heard. */
  private isWaited(): boolean {
    return [...this.asked].some(
      ([request, at]) => !request.url().includes('/_nuxt/') || Date.now() - at < FILE_WITHIN_MS,
    )
  }
  async signIn(email = LEAD): Promise<void> {
    await this.open('/sign-in')
    await this.fill('E-mail', email)
    await this.fill('Password', PASSWORD)
    await this.press('Enter')
    await this.page.waitForFunction(() => location.pathname !== '/sign-in')
  }

  /** Clicks a button or link by what it says. */
  async click(words: string): Promise<void> {
    this.actions += 1
    await this.page
      .locator(
        `::-p-xpath(//*[self::button or self::a or @role="button"][contains(normalize-space(.), ${quoted(words)})])`,
      )
      .click()
  }
  async clickAt(selector: string): Promise<void> {
    this.actions += 1
    await this.page.locator(selector).click()
  }
  /**
   * Replaces what stands in the field with this label, seen or only heard; `button` names the form by what its button
   * says.
   */
  async fill(label: string, text: string, button = ''): Promise<void> {
    this.actions += 1
    const form = button === '' ? '' : `//form[.//button[contains(., ${quoted(button)})]]`
    const named = `@id=//label[starts-with(normalize-space(.), ${quoted(label)})]/@for`
    const heard = `(self::input or self::textarea) and starts-with(@aria-label, ${quoted(label)})`
    const place = `::-p-xpath(${form}//*[${named} or (${heard})])`
    // Found anew until it stays: a form that stands in the page gives way to the one that the scripts bring.
    await this.page.locator(place).click({ count: 3 })
    const field = await this.page.waitForSelector(place)
    await this.page.keyboard.press('Backspace')
    await field!.type(text.slice(0, -1))
    this.lastTypedAt = Date.now()
    await field!.type(text.slice(-1))
  }
  /** Waits until what was filled in last lies in the browser's store, to its last letter. */
  async typedIsKept(): Promise<void> {
    await this.page.waitForFunction(
      async (since) => {
        const done = <T>(asked: IDBRequest<T>) =>
          new Promise<T>((resolve) => (asked.onsuccess = () => resolve(asked.result)))
        const db = await done(indexedDB.open('unhurried-circle'))
        const rows: { at: number }[] = await done(db.transaction('drafts').objectStore('drafts').getAll())
        db.close()
        return rows.some(({ at }) => at >= since)
      },
      { polling: 100 },
      this.lastTypedAt,
    )
  }
  /** Holds back what the page sends with this method until the returned function is called: it then goes. */
  async holdBack(method: 'PUT' | 'POST'): Promise<() => Promise<void>> {
    await this.page.evaluate((held) => {
      const send = globalThis.fetch
      const gate = globalThis as unknown as { letGo: () => void }
      const isOpen = new Promise<void>((resolve) => (gate.letGo = resolve))
      globalThis.fetch = async (to, how) => {
        if (how?.method?.toUpperCase() === held) await isOpen
        return send(to, how)
      }
    }, method)
    return () => this.page.evaluate(() => (globalThis as unknown as { letGo: () => void }).letGo())
  }
  async choose(selector: string, value: string): Promise<void> {
    this.actions += 1
    await this.page.waitForSelector(selector)
    await this.page.select(selector, value)
  }
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.actions += 1
      const parts = key.split('+')
      const last = parts.pop()!
      for (const held of parts) await this.page.keyboard.down(held as KeyInput)
      await this.page.keyboard.press(last as KeyInput)
      for (const held of parts) await this.page.keyboard.up(held as KeyInput)
    }
  }
  /** Begins the class on the screen: one of another day asks once whether it is to begin now. */
  async beginClass(): Promise<void> {
    await this.press('Space')
    const asked = await this.page
      .waitForSelector('[data-test="lead"][data-status="running"], [data-test="another-day"]', { timeout: 30_000 })
      .catch(() => null)
    const says = await asked?.evaluate((element) => element.getAttribute('data-test'))
    if (says === 'another-day') await this.press('Space')
  }
  async type(text: string): Promise<void> {
    this.actions += 1
    await this.page.keyboard.type(text)
  }

  async text(selector = 'main'): Promise<string> {
    await this.page.waitForSelector(selector)
    return this.page.$eval(selector, (element) => (element as HTMLElement).innerText)
  }
  /** Names of what the browser keeps in a table of the application's store. */
  kept(table: 'drafts' | 'keys' | 'known' | 'outbox'): Promise<string[]> {
    return this.page.evaluate(async (name) => {
      const done = <T>(asked: IDBRequest<T>) =>
        new Promise<T>((resolve, reject) => {
          asked.onsuccess = () => resolve(asked.result)
          asked.onerror = () => reject(asked.error)
        })
      if (!(await indexedDB.databases()).some((one) => one.name === 'unhurried-circle')) return []
      const db = await done(indexedDB.open('unhurried-circle'))
      try {
        if (!db.objectStoreNames.contains(name)) return []
        return (await done(db.transaction(name).objectStore(name).getAllKeys())).map(String)
      } finally {
        db.close()
      }
    }, table)
  }
  /** Waits until the page of this path is there. */
  async arrivesAt(path: string, timeout = 90_000): Promise<void> {
    await this.page
      .waitForFunction((to) => location.pathname === to, { timeout }, path)
      .catch(async () => {
        throw new Error(`Still at ${this.page.url()}. It says:\n${(await this.text('body')).slice(0, 1500)}`)
      })
  }
  /** Waits until the page says something. */
  async sees(words: string | RegExp, selector = 'body'): Promise<void> {
    const [source, isPattern] = typeof words === 'string' ? [words, false] : [words.source, true]
    await this.page
      .waitForFunction(
        (where, what, pattern) => {
          const said = (document.querySelector(where) as HTMLElement | null)?.innerText ?? ''
          return pattern ? new RegExp(what).test(said) : said.includes(what)
        },
        {},
        selector,
        source,
        isPattern,
      )
      .catch(async () => {
        throw new Error(
          `Waited in vain for “${source}” in ${selector}. It says:\n${(await this.text('body')).slice(0, 1500)}`,
        )
      })
  }

  /** Checks the page with axe for WCAG 2.2 A and AA. */
  async expectAccessible(): Promise<void> {
    await this.page.evaluate(AXE)
    const problems = await this.page.evaluate(async () => {
      const { axe } = window as unknown as {
        axe: {
          run: (
            context: Document,
            options: object,
          ) => Promise<{ violations: { id: string; nodes: { target: unknown[]; failureSummary?: string }[] }[] }>
        }
      }
      const result = await axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] })
      return result.violations.flatMap((violation) =>
        violation.nodes
          .slice(0, 3)
          .map((node) => `${violation.id}: ${node.target.join(' ')} ${node.failureSummary ?? ''}`),
      )
    })
    expect(problems.join('\n')).toBe('')
  }
}

function quoted(text: string): string {
  return text.includes("'") ? `"${text}"` : `'${text}'`
}
