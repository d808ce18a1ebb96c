import { randomUUID } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import { expect } from 'vitest'
import { blockFor } from '../core/plan/edits'
import { emptyPlan } from '../core/plan/plan'
import { hashOf } from '../server/session/password'
import { shippedCatalogue } from './shippedCatalogue'
import { LEAD, PASSWORD } from './demoData'
import { SETUP_CODE, type Caller, type World } from './world'

const MEMBERS = 12

/** How much of a practice is made up. */
export interface Size {
  years: number
  circles: number
  /** Its lead's; left out: the demo's. */
  email?: string
}
const MOVEMENTS = ['bridge', 'upper-back-turn', 'sit-to-stand', 'heel-raises', 'ankle-on-knee']

/**
 * Years of weekly meetings of circles of twelve, as lines of an archive; invented. Its lead has the password's hash.
 */
export function* manyYears(
  { years, circles: circleCount, email = LEAD }: Size,
  passwordHash: string,
): Generator<string> {
  const catalogue = shippedCatalogue()
  const practice = randomUUID()
  const sql = (ms: number) => new Date(ms).toISOString().slice(0, 19).replace('T', ' ')
  const row = (table: string, columns: object) => `${JSON.stringify({ table, row: columns })}\n`
  const blocks = MOVEMENTS.map((movement, at) =>
    blockFor(catalogue.movements.get(movement)!, 'dwell', `b${at}`, catalogue),
  )
  const plan = JSON.stringify({ ...emptyPlan('A week', 45, 'dwell'), blocks })
  const now = Date.now()
  const head = { format: 'unhurried-circle-archive', formatVersion: 1, practice, migrations: ['001_one_class'] }
  yield `${JSON.stringify({ ...head, writtenAt: sql(now) })}\n`
  yield row('practices', { id: practice, name: 'Many years', created_at: sql(now) })
  const lead = { id: randomUUID(), practice_id: practice, email, name: 'Lead', role: 'lead' }
  yield row('accounts', { ...lead, password_hash: passwordHash })
  const venue = randomUUID()
  const people = Array.from({ length: circleCount * MEMBERS }, () => randomUUID())
  for (const [at, id] of people.entries())
    yield row('participants', {
      id,
      practice_id: practice,
      name: `Person ${at}`,
      birth_year: 1950,
      sex: 'unsaid',
      height_cm: null,
      pace: 'usual',
      home_tier: 'chair',
      access: '{"bed":"yes","chair":"yes","standing":"no","floor":"no"}',
      version: 1,
    })
  for (const id of people)
    for (const movement of MOVEMENTS)
      yield row('levels', {
        practice_id: practice,
        participant_id: id,
        movement,
        tier: 'chair',
        side: 'both',
        level: 2,
      })
  yield row('venues', {
    id: venue,
    practice_id: practice,
    name: 'Hall',
    address: '',
    room_length_m: '9',
    room_width_m: '8',
    emergency_plan: '',
    defibrillator: '',
    cupboard: '{}',
  })
  const circles = Array.from({ length: circleCount }, () => randomUUID())
  for (const [at, id] of circles.entries())
    yield row('circles', {
      id,
      practice_id: practice,
      venue_id: venue,
      name: `Circle ${at}`,
      school: 'dwell',
      minutes: 45,
      side_habit: 'left-right',
      start_side: 'left',
      helpers: 2,
      climb_at_most: '4',
    })
  for (const [at, id] of circles.entries())
    for (let seat = 0; seat < MEMBERS; seat += 1)
      yield row('circle_members', {
        practice_id: practice,
        circle_id: id,
        participant_id: people[at * MEMBERS + seat],
        position: seat,
      })
  const meetings = Array.from({ length: years * 52 }, (_, week) =>
    circles.map((circle, at) => ({
      id: randomUUID(),
      circle,
      at,
      starts: now - (week * 7 + 1) * 86_400_000 - at * 3_600_000,
    })),
  ).flat()
  for (const meeting of meetings)
    yield row('meetings', {
      id: meeting.id,
      practice_id: practice,
      circle_id: meeting.circle,
      starts_at: sql(meeting.starts),
      plan,
      plan_version: 1,
    })
  for (const meeting of meetings)
    for (let seat = 0; seat < MEMBERS; seat += 1)
      yield row('arrivals', {
        practice_id: practice,
        meeting_id: meeting.id,
        participant_id: people[meeting.at * MEMBERS + seat],
        came: 1,
        pain: 1,
        usual_pain: null,
        tired: 0,
        sore: 0,
        dizzy: 0,
        ill: 0,
      })
  let count = 0
  for (const meeting of meetings) {
    for (let seat = 0; seat < MEMBERS; seat += 1) {
      for (const [at, movement] of MOVEMENTS.entries()) {
        const [id, participant] = [randomUUID(), people[meeting.at * MEMBERS + seat]!]
        const reached = (count += 1) % 7 === 0 ? 20 : 30
        yield row('outcomes', {
          id,
          practice_id: practice,
          meeting_id: meeting.id,
          participant_id: participant,
          movement,
          at: meeting.starts + at * 300_000,
          logged_by: null,
          event: JSON.stringify({
            id,
            at: meeting.starts + at * 300_000,
            blockId: `b${at}`,
            participant,
            movement,
            tier: 'chair',
            side: 'both',
            variation: null,
            level: 2,
            dials: {},
            done: reached === 30 ? 'done' : 'partly',
            target: 30,
            achieved: reached,
            unit: 's',
            effort: count % 5,
            pain: null,
            painKind: null,
            form: 'clean',
            cheat: '',
            painWhere: '',
            support: null,
            why: null,
            isGroup: false,
            feel: null,
            evenness: null,
            takesBack: null,
            device: '',
            note: '',
            clears: [],
          }),
        })
      }
    }
  }
}

/** Restores a made-up archive into an empty installation and signs a lead in. */
export async function openYears(world: World, size: Size): Promise<{ lead: Caller; meetings: any[] }> {
  const pieces: string[] = []
  const zipped: Buffer[] = []
  for (const line of manyYears(size, await hashOf(PASSWORD))) {
    pieces.push(line)
    if (pieces.length === 20_000) zipped.push(gzipSync(pieces.splice(0).join(''), { level: 1 }))
  }
  zipped.push(gzipSync(pieces.join(''), { level: 1 }))
  const send = () =>
    fetch(`${world.address}/api/setup/archive?code=${SETUP_CODE}`, {
      method: 'POST',
      body: new Uint8Array(Buffer.concat(zipped)),
      headers: { 'content-type': 'application/gzip' },
    })
  // While it was made a line that was kept may have been closed by the server: that has carried nothing.
  const reply = await send().catch((error: Error) => {
    const { message = '', code = '' } = (error.cause ?? {}) as { message?: string; code?: string }
    if (message !== 'other side closed' && code !== 'EPIPE') throw error
    return send()
  })
  const meetings = size.years * 52 * size.circles
  expect(await reply.json()).toMatchObject({
    participants: size.circles * MEMBERS,
    meetings,
    outcomes: meetings * MEMBERS * MOVEMENTS.length,
  })
  const lead = await world.signedIn()
  return { lead, meetings: (await lead.call('GET', '/api/meetings')).body }
}
