import { spawnSync } from 'node:child_process'
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import puppeteer, { type Browser, type Page } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { freePort } from '../../bin/ports.mjs'
import { findProgram } from '../../bin/programs.mjs'
import { starter } from '../starting'

/** A home folder of its own: there a browser keeps whom it trusts, as a tablet does in its settings. */
const home = mkdtempSync(join(tmpdir(), 'circle-home-'))
const trusts = `sql:${join(home, '.pki', 'nssdb')}`
const folder = mkdtempSync(join(tmpdir(), 'circle-shared-'))
let run: ReturnType<ReturnType<typeof starter>>
let port: number
const browsers: Browser[] = []

beforeAll(async () => {
  mkdirSync(join(home, '.pki', 'nssdb'), { recursive: true })
  certutil('-N', '--empty-password')
  // The page that helps devices stands at the next one.
  do port = await freePort()
  while ((await freePort(port + 1)) !== port + 1)
  run = starter(folder)(['--share-demo', '--port', String(port)], 'Ctrl-C ends it.')
  await run.heard
})
afterAll(async () => {
  await Promise.all(browsers.map((browser) => browser.close()))
  run.child.kill('SIGINT')
  await run.ended
  for (const made of [home, folder]) rmSync(made, { recursive: true, force: true })
})

function certutil(...args: string[]): string {
  const { status, stdout, stderr } = spawnSync(findProgram('certutil')!, ['-d', trusts, ...args], { encoding: 'utf8' })
  expect([status, stderr]).toEqual([0, ''])
  return stdout
}

/** A browser that was never here; nothing in it looks away from certificates. */
async function arrive(): Promise<Page> {
  const browser = await puppeteer.launch({
    executablePath: findProgram('chromium')!,
    headless: true,
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
    env: { ...process.env, HOME: home },
  })
  browsers.push(browser)
  const page = await browser.newPage()
  await page.setViewport({ width: 1280, height: 800 })
  return page
}
const text = (page: Page) => page.evaluate(() => document.body.innerText)

describe('a device in the network', () => {
  it('is warned where it does not trust this machine, and told what does not work where it goes on', async () => {
    const page = await arrive()
    await expect(page.goto(`https://127.0.0.1:${port}/`)).rejects.toThrow('ERR_CERT_AUTHORITY_INVALID')
    // Past the warning, as somebody in a hurry goes.
    await (await page.waitForSelector('#details-button'))!.click()
    await (await page.waitForSelector('#proceed-link', { visible: true }))!.click()
    await page.waitForSelector('[data-test=not-trusted]')
    expect(await text(page)).toMatch(/does not trust this machine yet\. .* without the server it cannot open a page/s)
    expect(await page.evaluate(async () => (await navigator.serviceWorker.getRegistrations()).length)).toBe(0)
    await Promise.all([page.waitForNavigation(), page.click('[data-test=not-trusted] a')])
    expect(page.url()).toBe(`http://127.0.0.1:${port + 1}/`)
  })
  it('finds the code of the window on a page that needs no warning, and what it would trust', async () => {
    const page = await arrive()
    await page.goto(`http://127.0.0.1:${port + 1}/`)
    const code = await page.$eval('.code', (element) => element.textContent!)
    expect(code).toMatch(/^([0-9A-F]{4} ){15}[0-9A-F]{4}$/)
    expect(run.said().replace(/\s+/g, ' ')).toContain(code)
    expect(await text(page)).toMatch(/It can vouch for localhost,.* 127\.0\.0\.1.*It can vouch for nothing else/s)
    const reply = await fetch(`http://127.0.0.1:${port + 1}/`, { headers: { host: '"><script>' } }).catch(() => null)
    expect(reply === null || !(await reply.text()).includes('"><script>')).toBe(true)
    expect((await fetch(`http://127.0.0.1:${port + 1}/key.pem`)).status).toBe(404)
    expect((await fetch(`http://127.0.0.1:${port + 1}/`, { method: 'POST' })).status).toBe(405)
  })
  it('opens the application without a warning once it trusts it, and no longer once that is removed', async () => {
    const fetched = await fetch(`http://127.0.0.1:${port + 1}/unhurried-circle.crt`)
    expect(fetched.headers.get('content-type')).toBe('application/x-x509-ca-cert')
    const file = join(home, 'unhurried-circle.crt')
    writeFileSync(file, new Uint8Array(await fetched.arrayBuffer()))
    certutil('-A', '-n', 'circle', '-t', 'C,,', '-i', file)

    const page = await arrive()
    await page.goto(`https://127.0.0.1:${port}/sign-in`)
    await page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === 'activated')
    expect(await page.$('[data-test=not-trusted]')).toBeNull()

    certutil('-D', '-n', 'circle')
    await expect((await arrive()).goto(`https://127.0.0.1:${port}/`)).rejects.toThrow('ERR_CERT_AUTHORITY_INVALID')
  })
})
