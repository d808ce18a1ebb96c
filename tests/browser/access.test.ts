import { TOTP } from 'otpauth'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HELPER, LEAD, PASSWORD } from '../demoData'
import { nextMeeting, World } from '../world'
import { Visitor } from './visitor'

const OTHER_PASSWORD = 'kettle moss ladder'

let world: World
let visitor: Visitor
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})

describe('the own sign-in', () => {
  let codes: string[]
  it('takes an authenticator, confirmed by its first code, and shows recovery codes with it', async () => {
    await visitor.click('Marit Solvang')
    await visitor.sees('Your sign-in')
    await visitor.expectAccessible()
    await visitor.page.locator('[data-test="second-factor"] input').fill('not the password')
    await visitor.click('Set up one-time codes')
    await visitor.sees('This is not your password.')
    await visitor.page.locator('[data-test="second-factor"] input').fill(PASSWORD)
    await visitor.click('Set up one-time codes')
    await visitor.sees('Let your authenticator read this')
    const secret = await visitor.page.$eval('[data-test="secret"]', (shown) => shown.textContent!.replaceAll(' ', ''))
    // The keyboard is where the code is to be typed.
    await visitor.type(new TOTP({ secret }).generate())
    await visitor.press('Enter')
    await visitor.sees(`Recovery codes for ${LEAD}`)
    codes = await visitor.page.$$eval('[data-test="recovery-codes"] li', (items) =>
      items.map((item) => item.textContent!.trim()),
    )
    expect(codes).toHaveLength(8)
    await visitor.expectAccessible()
    visitor.expectNoComplaints()
  })
  it('asks for a code from then on, and a printed one is the way in without', async () => {
    await visitor.click('Sign out')
    await visitor.sees('I have forgotten my password')
    await visitor.fill('E-mail', LEAD)
    await visitor.fill('Password', PASSWORD)
    await visitor.press('Enter')
    await visitor.sees('Six digits, as your authenticator shows them now.')
    await visitor.expectAccessible()
    await visitor.click('I have forgotten my password')
    await visitor.fill('E-mail', LEAD)
    await visitor.fill('Recovery code', codes[2]!)
    await visitor.fill('New password', 'password12')
    await visitor.press('Enter')
    await visitor.sees('one of the passwords that are tried first')
    await visitor.expectAccessible()
    await visitor.fill('New password', OTHER_PASSWORD)
    await visitor.press('Enter')
    await visitor.sees('Marit Solvang', 'header')
    visitor.expectNoComplaints()
  })
})

describe('accounts', () => {
  it('are added, made leads, given a password and removed on the page Practice; the log says so', async () => {
    await visitor.open('/practice')
    await visitor.click('Add an account')
    await visitor.type('Nele Helper')
    await visitor.fill('E-mail', 'nele@ferngate.example')
    await visitor.fill('First password', OTHER_PASSWORD)
    await visitor.expectAccessible()
    await visitor.click('Add the account')
    await visitor.sees('Nele Helper, helper', '[data-test="accounts"]')
    await visitor.clickAt('::-p-xpath(//summary[contains(., "Nele Helper")])')
    const form = '[data-account="nele@ferngate.example"]'
    await visitor.page.select(`${form} select`, 'lead')
    await visitor.page.locator(`${form} button`).click()
    await visitor.sees('Nele Helper signs in again as lead.', form)
    const nele = await world.db('accounts').where({ email: 'nele@ferngate.example' }).first('role')
    expect(nele.role).toBe('lead')
    await visitor.page.locator(`${form} ::-p-text(Remove the account)`).click()
    await visitor.sees('keeps their name', form)
    await visitor.page.locator(`${form} ::-p-text(Remove Nele Helper)`).click()
    await visitor.page.waitForFunction(() => !document.body.textContent!.includes('nele@ferngate.example'))
    await visitor.click('Who signed in, and who tried to')
    await visitor.sees('removed an account', '[data-test="access-log"]')
    await visitor.sees('Nele Helper, nele@ferngate.example', '[data-test="access-log"]')
    await visitor.expectAccessible()
    visitor.expectNoComplaints()
  })
  it('keep the last lead, and say so', async () => {
    await visitor.open('/practice')
    await visitor.clickAt('[data-test="accounts"] details summary')
    const form = `[data-account="${LEAD}"]`
    await visitor.page.locator(`${form} ::-p-text(Remove the account)`).click()
    await visitor.page.locator(`${form} ::-p-text(Remove Marit Solvang)`).click()
    await visitor.sees('This is the only lead', form)
  })
})

describe('a session that is over', () => {
  it('is said where somebody leads, with what was noted kept, and it goes on after signing in', async () => {
    const other = await Visitor.arrive(world)
    await other.signIn(HELPER)
    const { meeting } = await nextMeeting(await world.signedIn(HELPER))
    await other.open(`/meetings/${meeting.id}/gather`)
    await world.db('sessions').delete()
    // Its line is closed with the next beat; whoever notes something hears it at once.
    await other.press('h')
    await other.page.waitForSelector('[data-test="signed-out"]')
    await other.page.locator('[data-test="signed-out"] a').click()
    await other.sees('I have forgotten my password')
    await other.fill('E-mail', HELPER)
    await other.fill('Password', PASSWORD)
    await other.press('Enter')
    await other.page.waitForFunction((id) => location.pathname === `/meetings/${id}/gather`, {}, meeting.id)
    expect(await other.page.$('[data-test="signed-out"]')).toBeNull()
    // What was noted while nobody was signed in has waited, and arrives.
    await expect.poll(() => world.db('arrivals').where({ meeting_id: meeting.id }).pluck('came')).toEqual([1])
    await other.leave()
  })
  it('is signed out of all the same: what was typed is gone from the browser', async () => {
    await visitor.signIn(HELPER)
    await visitor.open('/account')
    await visitor.page.evaluate(async () => {
      const { account } = await (await fetch('/api/session')).json()
      localStorage.setItem(`draft:${account.id}:person:new`, '{}')
    })
    await world.db('sessions').delete()
    await visitor.click('Sign out')
    await visitor.sees('I have forgotten my password')
    expect(await visitor.kept('drafts')).toEqual([])
    expect(
      await visitor.page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('draft:'))),
    ).toEqual([])
  })
})

describe('the made-up circle', () => {
  it('is not taken away by somebody made up, and is by a lead of one’s own', async () => {
    await world.db('accounts').where({ email: HELPER }).update({ role: 'lead' })
    await visitor.signIn(HELPER)
    await visitor.open('/practice')
    await visitor.sees('You are signed in as somebody who is made up.', '[data-test="made-up"]')
    await visitor.expectAccessible()
    const { id } = await world.db('accounts').where({ email: HELPER }).first('id')
    await world.db('made_up').where({ row_id: id }).delete()
    await visitor.open('/practice')
    await visitor.click('Remove the made-up circle')
    await visitor.click('Remove all that is made up')
    await visitor.sees('Removed.', '[data-test="made-up"]')
    expect(
      await world.db('participants').join('practices as p', 'p.id', 'practice_id').where('p.name', 'Ferngate Movement'),
    ).toEqual([])
  })
})
