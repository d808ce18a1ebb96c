import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/** Somebody who leads, with a television in the room. */
let world: World
let lead: Caller
let desk: Visitor
let television: Visitor
let view: any
const SOON = { timeout: 20_000 }
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  view = await nextMeeting(lead)
  desk = await Visitor.arrive(world)
  television = await Visitor.arrive(world)
  await desk.signIn()
})
afterAll(async () => {
  await desk?.leave()
  await television?.leave()
  await world.close()
})
const shown = () => television.text('[data-test="watch"]')

describe('a screen that watches a class', () => {
  let code = ''
  it('comes in by a code that whoever leads has made', async () => {
    await desk.open(`/meetings/${view.meeting.id}/gather`)
    await desk.click('Screens')
    await desk.click('Make a code')
    await desk.page.waitForSelector('[data-test="screen-pass-code"]')
    code = await desk.text('[data-test="screen-pass-code"]')
    await desk.expectAccessible()
    await television.open('/watch')
    await television.sees('nothing of anybody’s health')
    await television.expectAccessible()
    await television.page.type('[data-test="screen-code"]', 'wrong')
    await television.press('Enter')
    await television.sees('This code opens no class')
    await television.page.$eval('[data-test="screen-code"]', (field) => ((field as HTMLInputElement).value = ''))
    await television.page.type('[data-test="screen-code"]', code)
    await television.press('Enter')
    await television.page.waitForSelector('[data-test="watch-room"]', SOON)
    for (const person of view.people) expect(await shown()).toContain(person.name.split(' ')[0])
    await television.expectAccessible()
  })
  it('follows the clock, one lane and the captions, and is told nothing of people', async () => {
    await desk.open(`/meetings/${view.meeting.id}/lead`)
    await desk.beginClass()
    await television.page.waitForSelector('[data-test="watch"][data-status="running"]', SOON)
    await television.page.waitForSelector('[data-test="room-screen"] [data-test="moving-figure"] path', SOON)
    await expect.poll(() => television.text('[data-test="caption"]'), SOON).not.toBe('')
    await television.click('Show')
    await television.click('Chair')
    await television.page.waitForSelector('[data-test="room-lane-alone"] [data-test="moving-figure"] path', SOON)
    await television.click('Show')
    await television.click('All lanes')
    await television.page.waitForSelector('[data-test="room-screen"]', SOON)
    expect((await television.page.$$('[data-test="room-lane"]')).length).toBeGreaterThan(1)
    await desk.click('On')
    await expect
      .poll(() => television.page.$eval('[data-test="watch"]', (page) => page.getAttribute('data-step')), SOON)
      .toBe('1')
    await desk.click('Pause')
    await television.page.waitForSelector('[data-test="watch"][data-status="paused"]', SOON)
    await television.sees('A pause')
    await television.expectAccessible()
    television.expectNoComplaints()
  })
  it('comes back by itself after a reload, and goes dark when the code is ended', async () => {
    await television.reload()
    await television.page.waitForSelector('[data-test="watch"]', SOON)
    await desk.click('Screens')
    await desk.page.waitForSelector('[data-test="screen-passes"] li')
    expect(await desk.text('[data-test="screen-passes"] li')).toContain('1 screen')
    await desk.clickAt('[data-test="screen-passes"] li button')
    await television.page.waitForSelector('[data-test="screen-code"]', SOON)
    desk.expectNoComplaints()
  })
  it('comes in by a link, whose code is in no address that a server sees', async () => {
    const { body } = await lead.call('POST', `/api/meetings/${view.meeting.id}/screen-passes`, { withNames: false })
    await television.open('/')
    await television.open(`/watch#${body.code}`)
    await television.page.waitForSelector('[data-test="watch"]', SOON)
    expect(television.page.url()).toBe(`${world.address}/watch`)
    await television.click('Show')
    await television.click('The room')
    await television.page.waitForSelector('[data-test="watch-room"]', SOON)
    for (const person of view.people) expect(await shown()).not.toContain(person.name.split(' ')[0])
    await television.click('Show')
    await television.click('Leave')
    await television.page.waitForSelector('[data-test="screen-code"]', SOON)
  })
})
