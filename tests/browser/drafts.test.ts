import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { World, type Caller } from '../world'
import { Visitor } from './visitor'

/** What is typed and not saved yet: against what others save meanwhile, over a closed tab, and at the end of a day. */
let world: World
let visitor: Visitor
let lead: Caller
let id = ''
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
  id = (await world.db('participants').where({ name: 'Hollis Wren' }).first('id')).id
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})
const person = async () => (await lead.call('GET', `/api/participants/${id}`)).body
const saveElsewhere = async (change: object) =>
  expect((await lead.call('PUT', `/api/participants/${id}`, { ...(await person()), ...change })).status).toBe(200)
const drafts = () => visitor.kept('drafts')

describe('a form', () => {
  it('takes over what somebody else saved of other fields, says so, and then saves both', async () => {
    await visitor.open(`/people/${id}/change`)
    await visitor.fill('Height', '182')
    await saveElsewhere({ birthYear: 1949 })
    await visitor.click('Save')
    await visitor.sees('Taken over from them: birth year.', '[data-test="meanwhile"]')
    await visitor.expectAccessible()
    await visitor.click('Save')
    await visitor.sees('Saved.')
    expect(await person()).toMatchObject({ birthYear: 1949, heightCm: 182 })
  })
  it('is saved on top where somebody else saved without changing anything', async () => {
    await visitor.open(`/people/${id}/change`)
    await visitor.fill('Height', '180')
    const { version } = await person()
    await saveElsewhere({})
    expect((await person()).version).toBeGreaterThan(version)
    await visitor.click('Save')
    await visitor.sees('Saved.')
    expect(await person()).toMatchObject({ heightCm: 180 })
  })
  it('says where both changed the same, and keeps what was typed', async () => {
    await visitor.open(`/people/${id}/change`)
    await visitor.fill('Height', '183')
    await saveElsewhere({ heightCm: 181 })
    await visitor.click('Save')
    await visitor.sees('Changed by both, look at it before you save: height cm.', '[data-test="meanwhile"]')
    await visitor.click('Save')
    await visitor.sees('Saved.')
    expect(await person()).toMatchObject({ heightCm: 183 })
  })
  it('that was left half filled is brought up to what was saved since', async () => {
    await visitor.open(`/people/${id}/change`)
    await visitor.fill('Height', '184')
    await visitor.typedIsKept()
    await visitor.open('/')
    await saveElsewhere({ birthYear: 1951 })
    await visitor.open(`/people/${id}/change`)
    await visitor.sees('Taken over from them: birth year.', '[data-test="meanwhile"]')
    await visitor.click('Save')
    await visitor.sees('Saved.')
    expect(await person()).toMatchObject({ birthYear: 1951, heightCm: 184 })
  })
  it('of a circle that two leads change at once keeps what both have changed', async () => {
    const circle = async () => (await lead.call('GET', '/api/circles')).body[0]
    await visitor.open('/practice')
    const before = await circle()
    await visitor.clickAt(`::-p-text(${before.name}, ${before.members.length} people)`)
    await visitor.fill('Length, min', '50')
    const { status } = await lead.call('PUT', `/api/circles/${before.id}`, { ...before, helpers: 3 })
    expect(status).toBe(200)
    await visitor.click('Save the circle')
    await visitor.sees('Taken over from them: hands to help.', '[data-test="meanwhile"]')
    await visitor.click('Save the circle')
    await expect.poll(circle).toMatchObject({ minutes: 50, helpers: 3 })
  })
  it('is not shown to whoever signs in next on the same device', async () => {
    await visitor.open(`/people/${id}/change`)
    await visitor.fill('Height', '190')
    await visitor.typedIsKept()
    await visitor.click('Sign out')
    await visitor.page.waitForFunction(() => location.pathname === '/sign-in')
    expect(await drafts()).toEqual([])
  })
})

describe('a page that is not there', () => {
  it('says so in words, with a way on', async () => {
    await visitor.signIn()
    await visitor.open('/nowhere/at-all')
    await visitor.sees('There is no such page.')
    await visitor.expectAccessible()
    await visitor.click('To the circle')
    await visitor.page.waitForFunction(() => location.pathname === '/')
  })
})
