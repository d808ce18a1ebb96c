import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { HELPER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'

let world: World
let lead: Caller
let helper: Caller
/** Works in a chair and comes for the stairs, in the demo. */
let edda: any
/** Nothing is agreed with him. */
let dov: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  helper = await world.signedIn(HELPER)
  const { people } = await nextMeeting(lead)
  edda = people.find(({ name }: any) => name === 'Edda Quist')
  dov = people.find(({ name }: any) => name === 'Dov Harrow')
})
afterAll(() => world.close())

const of = (person: any, rest = '') => `/api/participants/${person.id}/goals${rest}`
const goal = (change: object = {}) => ({
  ...{ id: randomUUID(), words: 'Off the kerb at the baker’s', task: 'kerb', importance: 2 },
  ...{ start: 6, target: 9, since: '2026-09-01', by: '2026-12-01', ...change },
})
const goalsOf = async (person: any) => (await lead.call('GET', of(person))).body
async function textOfPdf(path: string): Promise<string> {
  const reply = await fetch(world.address + path, { headers: { cookie: lead.cookie } })
  const file = join(mkdtempSync(join(tmpdir(), 'circle-goals-')), 'a.pdf')
  writeFileSync(file, Buffer.from(await reply.arrayBuffer()))
  return spawnSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).stdout.replace(/\s+/g, ' ')
}

describe('a goal', () => {
  const first = goal()
  it('is written down once, however often it is sent, and read back as it was', async () => {
    for (let sent = 0; sent < 3; sent += 1) expect((await lead.call('POST', of(dov), first)).status).toBe(200)
    expect(await goalsOf(dov)).toEqual([
      {
        ...first,
        ...{ side: 'both', steps: ['', '', '', '', ''], state: 'open', closedOn: null, version: 1, said: [] },
      },
    ])
    expect((await lead.call('POST', of(edda), first)).status).toBe(409)
  })
  it('is refused at the field that is wrong', async () => {
    const refused = async (change: object) => {
      const { status, body } = await lead.call('POST', of(dov), goal(change))
      expect(status).toBe(422)
      return body.data.fields
    }
    expect(await refused({ words: '  ' })).toEqual({ words: 'Say it in their own words.' })
    expect(await refused({ task: 'fly' })).toEqual({ task: 'There is no such task.' })
    expect(await refused({ target: 7 })).toEqual({ target: 'A real change takes 3 steps: aim at 9 steps or more.' })
    expect(await refused({ start: 50 })).toEqual({ start: 'Between 0 and 40 steps it can be.' })
    expect(await refused({ target: null })).toMatchObject({ target: expect.stringContaining('belong together') })
    expect(await refused({ by: '2026-08-01' })).toMatchObject({ by: expect.stringContaining('after') })
    expect(await goalsOf(dov)).toHaveLength(1)
  })
  it('is changed on top of what was read, and not over what somebody else changed', async () => {
    const { said: _said, closedOn: _closed, id: _id, ...stored } = (await goalsOf(dov))[0]
    const changed = await lead.call('PUT', of(dov, `/${first.id}`), { ...stored, target: 10 })
    expect(changed.body[0]).toMatchObject({ target: 10, version: 2 })
    const late = await lead.call('PUT', of(dov, `/${first.id}`), { ...stored, words: 'Something else' })
    expect(late.status).toBe(409)
    expect(late.body.data.current).toMatchObject({ target: 10, version: 2, words: first.words })
    expect((await lead.call('PUT', of(dov, `/${randomUUID()}`), stored)).status).toBe(404)
    expect((await lead.call('PUT', of(edda, `/${first.id}`), { ...stored, version: 2 })).status).toBe(404)
  })
  it('bears the day on which it was closed, and none once it is open again', async () => {
    const today = new Date().toISOString().slice(0, 10)
    const as = async (state: string) => {
      const { said: _said, closedOn: _closed, id: _id, ...stored } = (await goalsOf(dov))[0]
      return (await lead.call('PUT', of(dov, `/${first.id}`), { ...stored, state })).body[0].closedOn
    }
    expect([await as('reached'), await as('ended'), await as('open')]).toEqual([today, today, null])
  })
  it('is said to be so far on a day, once, and that is taken back', async () => {
    const said = { id: randomUUID(), step: 1, on: '2026-10-01', note: 'with the rail' }
    const path = of(dov, `/${first.id}/said`)
    await lead.call('POST', path, said)
    const [{ said: known }] = (await lead.call('POST', path, said)).body
    expect(known).toEqual([said])
    const wrong = async (change: object) =>
      (await lead.call('POST', path, { ...said, id: randomUUID(), ...change })).body.data.fields
    expect(await wrong({ on: '2026-08-01' })).toEqual({ on: 'It was agreed later than that.' })
    expect(await wrong({ on: '2030-01-01' })).toEqual({ on: 'That day is still to come.' })
    expect(await wrong({ step: 3 })).toHaveProperty('step')
    expect((await lead.call('DELETE', `${path}/${said.id}`)).body[0].said).toEqual([])
  })
  it('is for leads: a helper sees neither the words nor the task', async () => {
    expect((await helper.call('GET', of(dov))).status).toBe(403)
    expect((await helper.call('POST', of(dov), goal())).status).toBe(403)
    const view = await nextMeeting(helper)
    expect(JSON.stringify(view)).not.toMatch(/kerb at the baker|"comesFor":\[\{/)
    const led = (await nextMeeting(lead)).people.find(({ id }: any) => id === dov.id)
    expect(led.comesFor).toEqual([{ task: 'kerb', importance: 2 }])
  })
})

describe('goals reach', () => {
  it('the handout, in their words, with what each movement is for', async () => {
    const { proposals } = (await lead.call('GET', `/api/participants/${edda.id}/home`)).body
    const serving = proposals.find(({ because }: any) => because.includes('This is what the stairs'))
    expect(serving, 'nothing that serves the stairs is proposed').toBeDefined()
    const { tier: _tier, level: _level, because: _because, ...entry } = serving
    const home = { entries: [entry], daysAWeek: 3, times: ['08:30'], note: '' }
    expect((await lead.call('PUT', `/api/participants/${edda.id}/home`, home)).status).toBe(200)
    const text = await textOfPdf(`/api/participants/${edda.id}/home/handout`)
    expect(text).toContain('What it is for: “Up to my sister on the second floor without a stop”')
    expect(text).toContain('For the stairs')
  })
  it('the letter, as they stood when it was written', async () => {
    const letter = {
      addressedTo: 'Dr Sand',
      consentOn: '2026-11-20',
      consentHow: 'in person',
      questions: 'Why?',
      weeks: 12,
    }
    const [{ id }] = (await lead.call('POST', `/api/participants/${dov.id}/letters`, letter)).body
    const path = `/api/participants/${dov.id}/letters/${id}`
    const written = await textOfPdf(path)
    expect(written).toContain('What they want to be able to do')
    expect(written).toMatch(
      /“Off the kerb at the baker’s”: aimed at 10 steps or more; steps onto a low block in 15 s, 6 steps/,
    )
    // Closed on a later day, it stays as it was then.
    await world.db('goals').where({ participant_id: dov.id }).update({ state: 'reached', closed_on: '2030-01-01' })
    expect(await textOfPdf(path)).toBe(written)
  })
  it('the sheet of results, in large print on one page, with a picture of each', async () => {
    const reply = await fetch(`${world.address}/api/participants/${edda.id}/results`, {
      headers: { cookie: lead.cookie },
    })
    const folder = mkdtempSync(join(tmpdir(), 'circle-results-'))
    const file = join(folder, 'a.pdf')
    writeFileSync(file, Buffer.from(await reply.arrayBuffer()))
    const text = spawnSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).stdout.replace(/\s+/g, ' ')
    expect(text).toContain('How it is going: Edda Quist')
    expect(text).toContain('“Up to my sister on the second floor without a stop”')
    expect(text).toContain('26.1 s, 5.3 s less than at the start: a real change. Aimed at: 25 s or less.')
    expect(text).toContain('In the pictures up is better')
    expect(text).not.toContain('simulated')
    expect(spawnSync('pdfinfo', [file], { encoding: 'utf8' }).stdout).toMatch(/Pages:\s+1\n/)
    const read = spawnSync('pdftohtml', ['-xml', '-i', '-stdout', file], { encoding: 'utf8' }).stdout
    const sizes = [...read.matchAll(/<fontspec [^>]*size="(\d+)"/g)].map(([, size]) => Number(size) / 1.5)
    expect(Math.min(...sizes)).toBeGreaterThanOrEqual(16)
    expect((await helper.call('GET', `/api/participants/${edda.id}/results`)).status).toBe(403)
  })
  it('the profile, looking back and the record', async () => {
    const { body: profile } = await lead.call('GET', `/api/participants/${edda.id}/profile`)
    expect(profile.goals.map(({ task }: any) => task)).toEqual(['stairs-up', 'high-shelf'])
    const back = await lead.call('GET', `/api/participants/${edda.id}/look-back?weeks=12`)
    expect(back).toMatchObject({ status: 200, body: { goals: profile.goals } })
    const record = (await lead.call('GET', `/api/participants/${edda.id}/record`)).body
    expect(record).toContain('What they come for')
    expect(record).toContain('Up to my sister on the second floor')
  })
})
