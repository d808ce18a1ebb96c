import { spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { decisionKey } from '../../core/reflect/answer'
import { World, type Caller } from '../world'

let world: World
let lead: Caller
/** The demo's last meeting, which is still to reflect on, the one before it, and the one ahead. */
let last: any
let before: any
let ahead: any
let reflection: any
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
  const { body: meetings } = await lead.call('GET', '/api/meetings')
  ahead = meetings[0]
  last = (await lead.call('GET', `/api/meetings/${meetings[1].id}`)).body
  before = (await lead.call('GET', `/api/meetings/${meetings[2].id}`)).body
  reflection = (await lead.call('GET', `/api/meetings/${last.meeting.id}/reflection`)).body
})
afterAll(() => world.close())

const personOf = async (id: string) => (await lead.call('GET', `/api/participants/${id}`)).body
const ledgerOf = async (id: string) => (await lead.call('GET', `/api/participants/${id}/ledger`)).body
const answerTo = (decision: any, change: object = {}) => ({
  participant: decision.participant,
  movement: decision.movement,
  tier: decision.tier,
  toLevel: decision.toLevel,
  dial: decision.turn?.dial ?? null,
  reason: '',
  ...change,
})
/** Answers as somebody who sees what stands. */
async function settle(...answers: any[]) {
  const { body } = await lead.call('GET', `/api/meetings/${last.meeting.id}/reflection`)
  const over = (answer: any) =>
    body.answered.find((entry: any) => decisionKey(entry) === decisionKey(answer))?.id ?? null
  return lead.call('POST', `/api/meetings/${last.meeting.id}/decisions`, {
    answers: answers.map((answer) => ({ ...answer, over: over(answer) })),
  })
}

describe('a dial that is turned', () => {
  let turned: any
  let before: any
  it('is proposed in numbers, with the outcomes that it rests on', () => {
    turned = reflection.decisions.find((decision: any) => decision.kind === 'step-up' && decision.turn)
    expect(turned.turn.words).toMatch(/→/)
    expect(turned.toLevel).toBe(turned.fromLevel)
    expect(turned.recent.length).toBeGreaterThan(1)
  })
  it('is worked with from the next meeting on, and stands in the ledger with its evidence', async () => {
    before = (await personOf(turned.participant)).dials
    expect((await settle(answerTo(turned))).status).toBe(200)
    expect((await personOf(turned.participant)).dials).toContainEqual({
      movement: turned.movement,
      tier: turned.tier,
      side: turned.moves,
      dial: turned.turn.dial,
      value: turned.turn.to,
      since: last.meeting.startsAt.slice(0, 10),
    })
    const [entry] = await ledgerOf(turned.participant)
    expect(entry).toMatchObject({
      kind: 'dial',
      movement: turned.movement,
      words: turned.turn.words,
      answer: 'accepted',
      decidedBy: 'Marit Solvang',
    })
    expect(entry.evidence).toEqual(turned.recent)
    const view = (await lead.call('GET', `/api/meetings/${ahead.id}`)).body
    expect(view.people.find((person: any) => person.id === turned.participant).dials).toContainEqual(
      expect.objectContaining({ dial: turned.turn.dial, value: turned.turn.to }),
    )
  })
  it('is walked back with a reason, once, and the ledger says so', async () => {
    const [entry] = await ledgerOf(turned.participant)
    const path = `/api/participants/${turned.participant}/ledger/${entry.id}/walk-back`
    expect(await lead.call('POST', path, { reason: ' ' })).toMatchObject({
      status: 422,
      body: { data: { fields: { reason: 'Say in a few words why.' } } },
    })
    // Pressed twelve times in the same moment, it is taken back once.
    const answers = await Promise.all(Array.from({ length: 12 }, () => lead.call('POST', path, { reason: 'Her knee' })))
    expect(answers.map(({ status }) => status).toSorted()).toEqual([200, ...Array.from({ length: 11 }, () => 409)])
    expect(answers.find(({ status }) => status === 200)!.body[0]).toMatchObject({
      answer: 'walked-back',
      undoes: entry.id,
      reason: 'Her knee',
    })
    expect(await world.db('ledger').where({ undoes: entry.id })).toHaveLength(1)
    expect((await personOf(turned.participant)).dials).toEqual(before)
    expect((await lead.call('POST', path, { reason: 'Again' })).status).toBe(409)
  })
  it('is not walked back past something that was decided since', async () => {
    const person = await personOf(turned.participant)
    const level = person.levels.find((own: any) => own.movement === 'bridge')
    const before = await ledgerOf(turned.participant)
    await lead.call('PUT', `/api/participants/${person.id}/levels`, {
      levels: [{ ...level, level: level.level === 1 ? 2 : 1 }],
    })
    await lead.call('PUT', `/api/participants/${person.id}/levels`, { levels: [level] })
    const [newest, older] = (await ledgerOf(person.id)).slice(0, 2)
    expect([newest.answer, older.answer]).toEqual(['by-hand', 'by-hand'])
    expect(
      await lead.call('POST', `/api/participants/${person.id}/ledger/${older.id}/walk-back`, { reason: 'x' }),
    ).toMatchObject({ status: 409, body: { message: expect.stringContaining('decided here since') } })
    await lead.call('POST', `/api/participants/${person.id}/ledger/${newest.id}/walk-back`, { reason: 'x' })
    await lead.call('POST', `/api/participants/${person.id}/ledger/${older.id}/walk-back`, { reason: 'x' })
    expect((await personOf(person.id)).levels).toEqual(person.levels)
    expect((await ledgerOf(person.id)).length).toBe(before.length + 4)
  })
})

describe('what was answered', () => {
  it('is proposed as it was, when Reflect is opened again', async () => {
    const step = reflection.decisions.filter((one: any) => one.kind === 'step-up').at(-1)
    await settle(answerTo(step))
    const again = (await lead.call('GET', `/api/meetings/${last.meeting.id}/reflection`)).body
    const same = again.decisions.find(
      (one: any) => one.participant === step.participant && one.movement === step.movement && one.tier === step.tier,
    )
    expect([same.kind, same.fromLevel, same.toLevel, same.turn]).toEqual([
      step.kind,
      step.fromLevel,
      step.toLevel,
      step.turn,
    ])
    expect(again.doses).toEqual(reflection.doses)
  })
})

/** Notes something on top of what was noted of a person's movement, in one of the meetings. */
async function note(view: any, { participant, movement, tier }: any, noted: object) {
  const outcomes = view.outcomes
    .filter((one: any) => one.participant === participant && one.movement === movement && one.tier === tier)
    .map((one: any) => ({ ...one, id: randomUUID(), at: one.at + 60_000, done: 'noted', ...noted }))
  expect(outcomes.length).toBeGreaterThan(0)
  expect((await lead.say(view.meeting.id, { kind: 'outcomes', outcomes })).status).toBe(200)
}
/** Whether somebody did the same movement in the same tier in the meeting before. */
const cameBefore = ({ participant, movement, tier }: any) =>
  before.outcomes.some((one: any) => one.participant === participant && one.movement === movement && one.tier === tier)
const decisionLike = async ({ participant, movement, tier }: any) =>
  (await lead.call('GET', `/api/meetings/${last.meeting.id}/reflection`)).body.decisions.find(
    (one: any) => one.participant === participant && one.movement === movement && one.tier === tier,
  )

describe('a form that was opened before', () => {
  const saveOver = (person: any) => lead.call('PUT', `/api/participants/${person.id}`, person)
  it('does not write over what was decided since: it is refused with the newer record', async () => {
    const { body: now } = await lead.call('GET', `/api/meetings/${last.meeting.id}/reflection`)
    const decision = now.decisions.findLast((one: any) => one.kind === 'step-up' && !isAnswered(now, one))
    const opened = await personOf(decision.participant)
    expect((await settle(answerTo(decision))).status).toBe(200)
    const decided = await personOf(decision.participant)
    expect(decided.version).toBeGreaterThan(opened.version)
    expect(await saveOver(opened)).toMatchObject({
      status: 409,
      body: { data: { current: { levels: decided.levels } } },
    })
    expect((await personOf(decision.participant)).levels).toEqual(decided.levels)
  })
  it('does not close a tier again that was opened since', async () => {
    const { id } = last.people.find((person: any) => person.access.standing === 'no')
    const opened = await personOf(id)
    expect((await lead.call('PUT', `/api/participants/${id}/access/standing`, { access: 'with-help' })).status).toBe(
      200,
    )
    expect((await saveOver(opened)).status).toBe(409)
    expect((await personOf(id)).access.standing).toBe('with-help')
    expect((await lead.call('PUT', `/api/participants/${id}/access/standing`, { access: 'no' })).status).toBe(200)
  })
})

describe('what was not noted', () => {
  it('is asked in the next class, of that person and for that movement, until it was', async () => {
    const questions = async () => (await lead.call('GET', `/api/meetings/${ahead.id}`)).body.questions
    const { plan } = (await lead.call('GET', `/api/meetings/${ahead.id}`)).body.meeting
    const planned = plan.blocks.map((block: any) => block.movement)
    const decision = reflection.decisions.find(
      (one: any) => one.kind === 'stay' && one.fromLevel > 1 && planned.includes(one.movement),
    )
    const { participant, movement, tier } = decision
    await settle(answerTo(decision))
    // Whatever the demo has to ask: this one person's last decision is a question, and nobody else's.
    await world.db('ledger').where({ proposed: 'ask' }).update({ proposed: 'stay' })
    await world
      .db('ledger')
      .where({ meeting_id: last.meeting.id, participant_id: participant, movement, tier })
      .update({
        proposed: 'ask',
      })
    expect(await questions()).toEqual([{ participant, movement }])
    await settle(answerTo(decision, { reason: 'Noted now' }))
    expect(await questions()).toEqual([])
  })
})

describe('what hurt twice running', () => {
  it('is left out until a lead has looked and said what was found', async () => {
    // One that none of the tests above has settled.
    const first = reflection.decisions.find(
      (one: any) => cameBefore(one) && one.fromLevel === 1 && (one.kind === 'stay' || one.kind === 'ask'),
    )
    for (const view of [before, last]) await note(view, first, { pain: 6, painKind: 'sharp' })
    const decision = await decisionLike(first)
    expect(decision).toMatchObject({ kind: 'ease-now', suggestClinician: true, leaveOut: true, isLowest: true })
    await settle(answerTo(decision))
    const { participant, movement, tier } = decision
    expect((await personOf(participant)).leftOut).toEqual([{ movement, tier, standsIn: false }])
    const again = `/api/participants/${participant}/offer-again`
    expect((await lead.call('POST', again, { movement, tier, reason: '' })).status).toBe(422)
    const reason = 'A physiotherapist saw it'
    expect((await lead.call('POST', again, { movement, tier, reason })).body.leftOut).toEqual([])
    expect((await ledgerOf(participant))[0]).toMatchObject({ words: 'offered again', reason })
  })
})

describe('a dose that most have outgrown', () => {
  it('goes into the circle’s next plan that has the movement, and only there', async () => {
    const raised = await lead.call('POST', `/api/meetings/${last.meeting.id}/doses`, {
      movement: 'upper-back-turn',
      dial: 'hold',
      to: 40,
    })
    expect(raised.body.id).toBe(ahead.id)
    const { plan, planVersion } = (await lead.call('GET', `/api/meetings/${ahead.id}`)).body.meeting
    expect(
      plan.blocks.filter((block: any) => block.movement === 'upper-back-turn').map((block: any) => block.dose),
    ).toEqual([{ kind: 'hold', seconds: 40 }])
    expect(planVersion).toBe(2)
    expect(
      await lead.call('POST', `/api/meetings/${last.meeting.id}/doses`, { movement: 'wall-sit', dial: 'hold', to: 20 }),
    ).toMatchObject({ status: 404, body: { message: expect.stringContaining('No plan ahead') } })
  })
})

describe('between tiers', () => {
  const move = (id: string, body: object) => lead.call('POST', `/api/participants/${id}/tier`, body)
  const sitter = () =>
    last.people.find((person: any) => person.homeTier === 'chair' && person.access.standing === 'no') ??
    last.people.find((person: any) => person.homeTier === 'chair')

  it('wants a reason for a visit that the gate does not speak for, and says what is missing', async () => {
    expect(await move(sitter().id, { step: 'visits', to: 'standing' })).toMatchObject({
      status: 422,
      body: { data: { fields: { reason: expect.stringMatching(/missing.*Say why/) } } },
    })
  })
  it('opens the tier with help for visits, moves, goes down at once, and keeps all of it in the ledger', async () => {
    const { id } = sitter()
    expect(
      (await move(id, { step: 'visits', to: 'standing', reason: 'Asked by her physiotherapist' })).body,
    ).toMatchObject({ visiting: 'standing', homeTier: 'chair' })
    expect((await move(id, { step: 'move', to: 'standing', reason: 'Two good visits elsewhere' })).body).toMatchObject({
      visiting: null,
      homeTier: 'standing',
      access: { standing: 'yes' },
    })
    expect((await move(id, { step: 'down', to: 'chair', reason: 'On request.' })).body).toMatchObject({
      homeTier: 'chair',
    })
    const [down, up, visits] = (await ledgerOf(id)).filter((entry: any) => entry.kind === 'tier')
    expect([down.words, up.words, visits.words]).toEqual([
      expect.stringContaining('home tier standing → chair'),
      expect.stringContaining('home tier chair → standing'),
      expect.stringContaining('visits to the standing tier'),
    ])
    await lead.call('POST', `/api/participants/${id}/ledger/${down.id}/walk-back`, { reason: 'Not meant' })
    expect((await personOf(id)).homeTier).toBe('standing')
  })
  it('takes somebody down once for a fall, and again only for another one', async () => {
    const stander = last.people.find((one: any) => one.homeTier === 'standing' && one.access.chair !== 'no')
    const stepOf = async () => (await lead.call('GET', `/api/participants/${stander.id}/profile`)).body.tierStep
    const tell = (news: string) =>
      lead.say(last.meeting.id, {
        ...{ kind: 'arrivals', participant: stander.id, arrival: { came: true, news }, at: Date.now() },
      })
    await world.db('participants').where({ id: stander.id }).update({ screened_on: '2026-01-05' })
    expect((await tell('fall')).status).toBe(200)
    expect(await stepOf()).toMatchObject({ kind: 'down', to: 'chair' })
    expect((await move(stander.id, { step: 'down', to: 'chair', reason: '' })).status).toBe(200)
    expect((await stepOf())?.kind).not.toBe('down')
    // The ledger's seconds are whole ones.
    await new Promise((resolve) => setTimeout(resolve, 1100))
    expect((await tell('faint')).status).toBe(200)
    expect(await stepOf()).toMatchObject({ kind: 'down', to: 'bed' })
  })
  it('does not call a step up a step down', async () => {
    expect((await move(sitter().id, { step: 'down', to: 'floor' })).status).toBe(422)
  })
})

describe('a letter to a clinician', () => {
  const LETTER = {
    addressedTo: 'Dr. Sand',
    consentOn: '2026-11-20',
    consentHow: 'in person, to Marit',
    questions: 'May she kneel again?',
    weeks: 12,
  }
  it('is not written without consent, nor with one that is still to come', async () => {
    const path = `/api/participants/${last.people[4].id}/letters`
    expect((await lead.call('POST', path, { ...LETTER, consentHow: ' ' })).body.data.fields).toEqual({
      consentHow: expect.stringContaining('only with their consent'),
    })
    expect((await lead.call('POST', path, { ...LETTER, consentOn: '2999-01-01' })).body.data.fields).toEqual({
      consentOn: expect.stringContaining('not after'),
    })
  })
  it('is one page: what was seen, measured and offered, limits and questions; read back by poppler', async () => {
    const person = last.people.find((one: any) => one.considerations.length > 0 && one.homeTier === 'chair')
    const [letter] = (await lead.call('POST', `/api/participants/${person.id}/letters`, LETTER)).body
    const reply = await fetch(`${world.address}/api/participants/${person.id}/letters/${letter.id}`, {
      headers: { cookie: lead.cookie },
    })
    const file = join(tmpdir(), `letter-${letter.id}.pdf`)
    writeFileSync(file, Buffer.from(await reply.arrayBuffer()))
    const text = spawnSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).stdout
    for (const words of [
      person.name,
      'Dr. Sand',
      'What was seen',
      'Came to',
      'What was measured',
      'What is offered',
      'level',
      'Limits that are kept',
      'May she kneel again?',
      'consent of 20 November 2026',
      'no diagnosis',
      'Marit Solvang',
    ])
      expect(text).toContain(words)
    expect(spawnSync('pdfinfo', [file], { encoding: 'utf8' }).stdout).toMatch(/Pages:\s+1\n/)
    for (const other of last.people) if (other.id !== person.id) expect(text).not.toContain(other.name)
  })
})

describe('looking back', () => {
  it('knows the windows there are', async () => {
    const { id } = last.people[4]
    for (const weeks of [4, 12, 26, 52])
      expect((await lead.call('GET', `/api/participants/${id}/look-back?weeks=${weeks}`)).body.back.of).toBeGreaterThan(
        0,
      )
    expect(await lead.call('GET', `/api/participants/${id}/look-back?weeks=7`)).toMatchObject({
      status: 422,
      body: { data: { fields: { weeks: expect.stringContaining('4, 12, 26, 52') } } },
    })
  })
})

describe('seventy decisions in one go', () => {
  it('are written in as many queries as five', async () => {
    const { body: now } = await lead.call('GET', `/api/meetings/${last.meeting.id}/reflection`)
    const queries = async (answers: any[], reason: string) => {
      const body = {
        answers: answers.map((answer) => ({ ...answer, reason, over: standing.get(decisionKey(answer)) ?? null })),
      }
      const before = world.questions()
      const settled = await lead.call('POST', `/api/meetings/${last.meeting.id}/decisions`, body)
      expect(settled.status).toBe(200)
      for (const entry of settled.body) standing.set(decisionKey(entry), entry.id)
      return world.questions() - before
    }
    const standing = new Map<string, string>(now.answered.map((entry: any) => [decisionKey(entry), entry.id]))
    const answers = reflection.decisions.map((decision: any) => answerTo(decision, { reason: 'As proposed' }))
    const [few, many] = [await queries(answers.slice(0, 5), 'Five'), await queries(answers.slice(0, 70), 'Seventy')]
    console.log(`queries: ${few} for five decisions, ${many} for ${Math.min(70, answers.length)}`)
    expect(few).toBeGreaterThan(10)
    // One for each way out of a person's standing may come on top, never one for each decision.
    expect(many).toBeLessThanOrEqual(few + 8)
  })
})

function isAnswered(reflected: any, { participant, movement, tier }: any): boolean {
  return reflected.answered.some(
    (entry: any) => entry.participant === participant && entry.movement === movement && entry.tier === tier,
  )
}
