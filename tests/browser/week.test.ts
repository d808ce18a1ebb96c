import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { World } from '../world'
import { Visitor } from './visitor'

/** A week with eleven people, from last week's plan to decided levels, by what the screens show. */
const ACTIONS_AT_MOST = 30
let world: World
let visitor: Visitor
beforeAll(async () => {
  world = await World.open()
  const lead = await world.signedIn()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
  // The week begins with last week decided and nothing made for the next date.
  const { body: meetings } = await lead.call('GET', '/api/meetings')
  for (const { id, stage } of meetings) {
    if (stage === 'prepare') await world.db('meetings').where({ id }).delete()
    if (stage !== 'reflect') continue
    await visitor.open(`/meetings/${id}/reflect`)
    await visitor.press('a')
    await visitor.sees('Everything is decided', '[data-test="open-count"]')
  }
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})
const status = () => visitor.page.$eval('[data-test="lead"]', (lead) => lead.getAttribute('data-status'))
const step = () => visitor.page.$eval('[data-test="lead"]', (lead) => lead.getAttribute('data-step'))

describe('a week', () => {
  it('goes from last week’s plan to decided levels in few actions', async () => {
    await visitor.open('/')
    await visitor.sees('The plan of last time waits for you')
    visitor.actions = 0
    await visitor.press('p')
    await visitor.page.waitForFunction(() => location.pathname.endsWith('/prepare'))
    await visitor.sees(/block 1 of \d/)
    await visitor.clickAt('nav[aria-label="Steps of the meeting"] a[href$="/gather"]')
    await visitor.sees('0 of 11 are here.')
    await visitor.press('e')
    await visitor.sees('11 of 11 are here.')
    await visitor.click('On to Lead')
    await visitor.sees('Ready when you are')
    await visitor.beginClass()
    await visitor.page.waitForSelector('[data-test="lead"][data-status="running"]')
    // The class goes on by itself; the test does not wait for its minutes.
    while ((await status()) === 'running') {
      const [at, said] = [await step(), await visitor.text('[data-test="lead"]')]
      if (/All \d+ not noted yet/.test(said) && /Pause/.test(said)) {
        const isWork = await visitor.page.$eval(
          '[data-test="lead"]',
          (lead) => lead.getAttribute('data-kind') === 'work',
        )
        if (isWork) await visitor.press('q')
      }
      await visitor.page.keyboard.press('ArrowRight')
      await visitor.page.waitForFunction(
        (before) => {
          const lead = document.querySelector('[data-test="lead"]')
          return lead?.getAttribute('data-step') !== before || lead?.getAttribute('data-status') !== 'running'
        },
        {},
        at,
      )
    }
    await visitor.sees('The class is over')
    await visitor.click('On to Reflect')
    await visitor.page.waitForSelector('[data-test="open-count"]')
    await visitor.press('a')
    await visitor.sees(/Everything is decided|Everyone is decided/, '[data-test="open-count"]')
    await visitor.sees('Prepare next week')
    console.log(`From last week’s plan to decided levels, eleven people: ${visitor.actions} actions.`)
    expect(visitor.actions).toBeLessThanOrEqual(ACTIONS_AT_MOST)
    const [{ id }] = await world.db('meetings').orderBy('starts_at', 'desc').limit(1)
    const outcomes = await world.db('outcomes').where({ meeting_id: id })
    expect(outcomes.length).toBeGreaterThan(60)
    visitor.expectNoComplaints()
  })
})
