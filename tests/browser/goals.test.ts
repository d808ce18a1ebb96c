import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

let world: World
let visitor: Visitor
let lead: Caller
/** Works in a chair, and nothing is agreed with him. */
let dov: any
/** Comes for the stairs. */
let edda: any
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  await visitor.signIn()
  lead = await world.signedIn()
  const { people } = await nextMeeting(lead)
  dov = people.find(({ name }: any) => name === 'Dov Harrow')
  edda = people.find(({ name }: any) => name === 'Edda Quist')
})
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})
const goalsOf = async (person: any) => (await lead.call('GET', `/api/participants/${person.id}/goals`)).body

describe('a goal', () => {
  it('is agreed on: their words, a task, where they are, an aim that the test can show', async () => {
    await visitor.open(`/people/${dov.id}`)
    await visitor.sees('Nothing is agreed yet.', '[data-test="goals"]')
    await visitor.click('Agree on a goal')
    await visitor.fill('What they want to be able to do', 'Off the kerb at the baker’s')
    await visitor.choose('[data-test="task"]', 'kerb')
    await visitor.sees('Steps onto a low block in 15 s')
    await visitor.sees('One leg that lets the body down')
    await visitor.fill('Where they are', '6')
    await visitor.press('Tab')
    await visitor.sees('9 steps or more: as aimed', '[data-test="steps"]')
    await visitor.expectAccessible()
    await visitor.fill('What is aimed at', '7')
    await visitor.clickAt('[data-test="save-goal"]')
    await visitor.sees('A real change takes 3 steps: aim at 9 steps or more.')
    await visitor.fill('What is aimed at', '10')
    await visitor.clickAt('[data-test="save-goal"]')
    await visitor.sees('“Off the kerb at the baker’s”', '[aria-label="Open goals"]')
    expect(await goalsOf(dov)).toMatchObject([{ task: 'kerb', start: 6, target: 10, importance: 2, state: 'open' }])
    visitor.expectNoComplaints()
  })
  it('is tested from there, and what the test says stands beside it on the way back', async () => {
    await visitor.click('Test it')
    await visitor.sees('Steps onto a low block in 15 s', 'h1')
    for (const side of ['left', 'right']) {
      await visitor.click(side)
      await visitor.clickAt('[data-test="typed"]')
      await visitor.type(side === 'left' ? '11' : '10')
      await visitor.click('Take it')
    }
    await visitor.clickAt('[data-test="save"]')
    await visitor.click('Back: What they come for')
    await visitor.sees('10 steps', '[aria-label="Open goals"]')
    await visitor.page.waitForSelector('[aria-label="Open goals"] [data-step="0"]')
  })
  it('is said to be further in words, and that is taken back', async () => {
    await visitor.click('Say how far')
    await visitor.fill('In a few words', 'alone, in the rain')
    await visitor.clickAt('[data-say="1"]')
    await visitor.page.waitForSelector('[aria-label="Open goals"] [data-step="1"]')
    await visitor.sees('alone, in the rain')
    await visitor.click('Say how far')
    await visitor.expectAccessible()
    await visitor.click('Take back +1')
    await visitor.page.waitForSelector('[aria-label="Open goals"] [data-step="0"]')
  })
  it('without a task is told in five steps of words, and what is typed is kept', async () => {
    await visitor.click('Agree on another goal')
    await visitor.fill('What they want to be able to do', 'Dance one waltz')
    await visitor.clickAt('[data-test="save-goal"]')
    await visitor.sees('Without a task, say what they will be able to do.')
    await visitor.fill('0', 'half a waltz, held')
    await visitor.typedIsKept()
    await visitor.reload()
    await visitor.sees('Five steps')
    expect(await visitor.page.$eval('[data-test="step-2"]', (field) => (field as HTMLInputElement).value)).toBe(
      'half a waltz, held',
    )
    await visitor.clickAt('[data-test="save-goal"]')
    await visitor.sees('“Dance one waltz”', '[aria-label="Open goals"]')
    await visitor.click('It is reached')
    await visitor.sees('No longer open')
    expect((await goalsOf(dov)).map(({ state }: any) => state).sort()).toEqual(['open', 'reached'])
    visitor.expectNoComplaints()
  })
})

describe('goals reach', () => {
  it('the profile and looking back, goal by goal and in one number', async () => {
    await visitor.open(`/people/${edda.id}`)
    await visitor.sees('Up to my sister on the second floor', '[data-test="goals"]')
    await visitor.sees('50 is as aimed', '[data-test="together"]')
    await visitor.click('Look back')
    await visitor.sees('What they come for', '[data-test="goals-back"]')
    await visitor.page.waitForSelector('[data-test="goals-back"] [data-chart] svg')
    await visitor.expectAccessible()
  })
  it('Reflect, where a movement is what somebody’s goal needs', async () => {
    const { body: meetings } = await lead.call('GET', '/api/meetings')
    await visitor.open(`/meetings/${meetings[1].id}/reflect`)
    await visitor.sees('This is what the')
    const { decisions } = (await lead.call('GET', `/api/meetings/${meetings[1].id}/reflection`)).body
    const serving = decisions.filter(
      ({ movement, participant }: any) => movement === 'sit-to-stand' && participant === edda.id,
    )
    for (const { movement, participant } of serving) {
      const said = await visitor.text(`[data-decision="${participant} ${movement}"]`)
      expect(said).toContain('This is what the stairs need.')
    }
  })
  it('the circle’s looking back: each with how it moved, and how many are as far as was aimed', async () => {
    const { circle } = await nextMeeting(lead)
    const { goals } = (await lead.call('GET', `/api/circles/${circle.id}/look-back?weeks=12`)).body
    expect(goals.length).toBeGreaterThan(1)
    await visitor.open(`/circles/${circle.id}/look-back`)
    const reached = goals.filter(({ step }: any) => step >= 0).length
    await visitor.sees(`${reached} of ${goals.length} goals are as far as it was aimed.`, '[data-test="circle-goals"]')
    for (const { words, says } of goals) {
      await visitor.sees(`“${words}”`, '[data-test="circle-goals"]')
      await visitor.sees(says, '[data-test="circle-goals"]')
    }
    await visitor.expectAccessible()
  })
  it('the composer, as an aim of what they come for, with whose goal each block serves', async () => {
    const { meeting } = await nextMeeting(lead)
    await visitor.open(`/meetings/${meeting.id}/prepare`)
    await visitor.click('Compose')
    await visitor.choose('[data-test="aim"]', 'what-they-come-for')
    await visitor.sees('The everyday tasks of everybody who is expected')
    await visitor.clickAt('[data-test="compose"]')
    await visitor.page.waitForSelector('[data-test="composed"]')
    await visitor.sees(/serves .+ of [A-Z]\w+/, '[data-test="composed"]')
    await visitor.clickAt('[data-test="take"]')
    await expect
      .poll(async () => (await nextMeeting(lead)).meeting.plan.aim?.id, { timeout: 60_000 })
      .toBe('what-they-come-for')
    visitor.expectNoComplaints()
  })
})
