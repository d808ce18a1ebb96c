import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ElementHandle } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SETUP_CODE, World } from '../world'
import { Visitor } from './visitor'

/** The whole practice as one file under a passphrase: out of one installation, into another. */
let world: World
let visitor: Visitor
let file = ''
const downloads = mkdtempSync(join(tmpdir(), 'circle-downloads-'))
const PASSPHRASE = 'herons stand about quietly'
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
  rmSync(downloads, { recursive: true, force: true })
})
async function choose(selector: string): Promise<void> {
  const field = (await visitor.page.$(selector)) as ElementHandle<HTMLInputElement>
  await field.uploadFile(file)
}

describe('the archive', () => {
  it('is taken out under a passphrase of twelve characters, and checked', async () => {
    await visitor.signIn()
    await visitor.open('/practice')
    const client = await visitor.page.createCDPSession()
    await client.send('Browser.setDownloadBehavior', { behavior: 'allow', downloadPath: downloads })
    await visitor.fill('Passphrase of the archive', 'short')
    await visitor.click('Take the archive out')
    await visitor.sees('A passphrase has 12 characters at least')
    await visitor.fill('Passphrase of the archive', PASSPHRASE)
    await visitor.click('Take the archive out')
    await visitor.sees(/practice-[\d-]+\.jsonl\.gz\.gpg is among this browser’s downloads/)
    await expect.poll(() => readdirSync(downloads).filter((name) => name.endsWith('.gpg'))).toHaveLength(1)
    file = join(downloads, readdirSync(downloads)[0]!)

    await visitor.fill('Passphrase of the archive', 'herons stand about loudly')
    await choose('[data-test="check-archive"]')
    await visitor.sees('the passphrase is another one')
    await visitor.fill('Passphrase of the archive', PASSPHRASE)
    await choose('[data-test="check-archive"]')
    await visitor.sees('is whole: 11 people')
    await visitor.expectAccessible()
    visitor.expectNoComplaints()
    await visitor.leave()
  })
  it('restores into an empty installation, with its passphrase only', async () => {
    await world.close()
    world = await World.open({ demo: false })
    visitor = await Visitor.arrive(world)
    expect(existsSync(file)).toBe(true)
    await visitor.open('/set-up')
    await visitor.fill('Code of the start window', SETUP_CODE)
    await choose('#archive')
    await visitor.sees('type it first, then choose the file')
    await visitor.expectAccessible()
    await visitor.fill('Passphrase of the archive', PASSPHRASE)
    await choose('#archive')
    await visitor.arrivesAt('/sign-in')
    await visitor.signIn()
    await visitor.open('/people')
    await visitor.sees('Hollis Wren')
    visitor.expectNoComplaints()
  })
})
