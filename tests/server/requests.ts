import { randomUUID } from 'node:crypto'
import { formatISO } from 'date-fns'
import { TOTP } from 'otpauth'
import type { Route } from '../../core/contract/route'
import { HELPER, PASSWORD } from '../demoData'
import { shippedCatalogue } from '../shippedCatalogue'
import { homeRequests, printed } from './homeRequests'
import { nextMeeting, type Caller, type World } from '../world'

/** What a request is sent with: how its path is filled in, what is asked, what is sent. */
export interface Request {
  params?: Record<string, string>
  query?: string
  /** What is sent; made in the moment where it holds for one only. */
  body?: unknown | (() => Promise<unknown>)
  /** A file, sent as it is. */
  raw?: Uint8Array<ArrayBuffer>
  headers?: Record<string, string>
}

export const textOf = (body: unknown): string | undefined => (body === undefined ? undefined : JSON.stringify(body))
export const bodyOf = ({ body }: Request): unknown => (typeof body === 'function' ? body() : body)

/** Sends a request with the cookies of somebody. */
export async function sent(
  address: string,
  cookie: string,
  route: Route,
  { request, signal }: { request: Request; signal?: AbortSignal },
): Promise<Response> {
  return fetch(address + pathOf(route, request), {
    method: route.method,
    body: request.raw ?? textOf(await bodyOf(request)),
    headers: { cookie, 'content-type': 'application/json', ...request.headers },
    signal,
  })
}

const ARCHIVE_PASSPHRASE = 'quiet herons stand about'

const TODAY = formatISO(new Date(), { representation: 'date' })

/** Makes what waits for a lead, and a code for screens beside the one by which this lead looks too. */
async function waitingThings(helper: Caller, lead: Caller, { meeting, person }: { meeting: string; person: string }) {
  const of = `/api/meetings/${meeting}`
  const guest = (await lead.call('POST', `${of}/guests`, { name: 'Nela Guest', tier: 'chair' })).body.participant
  const screening = randomUUID()
  await helper.call('POST', `/api/participants/${person}/screenings`, { id: screening, takenOn: TODAY, answers: {} })
  const make = async () => (await lead.call('POST', `${of}/screen-passes`, { withNames: true })).body
  const [ended, used] = [await make(), await make()]
  await lead.call('POST', '/api/screen', { code: used.code })
  return { guest, screening, pass: ended.pass.id }
}

/** A circle that begins today, with somebody in each tier; each time another one. */
export const beginning = () =>
  Promise.resolve({
    id: randomUUID(),
    venue: 'Mill Hall',
    zone: 'Europe/Oslo',
    weekly: { on: TODAY, time: '10:00' },
    first: { on: TODAY, time: '10:00' },
    helpers: 1,
    people: [
      { name: 'Una Bed', tier: 'bed', asked: true },
      { name: 'Cai Chair', tier: 'chair', asked: true },
      { name: 'Sol Stand', tier: 'standing', asked: true, yes: ['first-fallen'] },
      { name: 'Flo Floor', tier: 'floor', asked: false },
    ],
  })

/** One good request for every route of the contract that needs a sign-in, on things of the demo. */
export type Requests = Record<string, Request>

export const nameOf = ({ method, path }: Route): string => `${method} ${path}`

/** The path of a request, filled in. */
export function pathOf(route: Route, { params = {}, query = '' }: Request): string {
  return route.path.replace(/:([a-z]+)/gi, (_, name: string) => encodeURIComponent(params[name]!)) + query
}

/** Looks at the demo as its lead and writes the requests; it makes a letter, a guest and a change to walk back. */
export async function goodRequests(world: World, lead: Caller): Promise<Requests> {
  const view = await nextMeeting(lead)
  const { circle, venue, meeting, people } = view
  const read = async (path: string) => (await lead.call('GET', path)).body
  const [{ id: lastId }] = (await read('/api/meetings')).filter((line: any) => line.stage === 'reflect')
  const { decisions } = await read(`/api/meetings/${lastId}/reflection`)
  const calendar = await read('/api/calendar')
  const [series] = calendar.series
  const [shelved] = await read('/api/shelf')
  const person = await read(`/api/participants/${people[2].id}`)
  const [open] = calendar.lines.filter((line: any) => line.state === 'open' && line.meetingId === null)
  const letter = {
    addressedTo: 'Dr Sand',
    consentOn: '2026-11-20',
    consentHow: 'in person',
    questions: 'May she kneel again?',
    weeks: 12,
  }
  const [{ id: letterId }] = (await lead.call('POST', `/api/participants/${person.id}/letters`, letter)).body
  const letters = (await lead.call('POST', `/api/participants/${person.id}/letters`, letter)).body
  const withdrawnId = letters.find(({ id }: any) => id !== letterId).id
  const ofGoal = (id: string) => ({
    ...{ id, words: 'Up to my sister', task: 'stairs-up', start: 30, target: 25, since: '2026-09-01' },
  })
  const goals = `/api/participants/${person.id}/goals`
  await lead.call('POST', goals, ofGoal(randomUUID()))
  const goal = (await read(goals)).find(({ since }: any) => since === '2026-09-01')
  const saidId = randomUUID()
  await lead.call('POST', `${goals}/${goal.id}/said`, { id: saidId, step: 0, on: '2026-10-01' })
  const proposals = (await read(`/api/participants/${person.id}/home`)).proposals
  const home = {
    entries: proposals
      .slice(0, 2)
      .map((one: any) => ({ ...one, tier: undefined, level: undefined, because: undefined })),
    daysAWeek: 3,
    times: ['08:30'],
    note: '',
  }
  await lead.call('PUT', `/api/participants/${person.id}/home`, home)
  const { handout } = await read(`/api/participants/${person.id}/home`)
  const taken = await fetch(`${world.address}/api/exports/archive`, {
    method: 'POST',
    body: JSON.stringify({ passphrase: ARCHIVE_PASSPHRASE }),
    headers: { cookie: lead.cookie, 'content-type': 'application/json' },
  })
  const archive = new Uint8Array(await taken.arrayBuffer())
  const other = await read(`/api/participants/${people[3].id}`)
  const [level] = other.levels
  await lead.call('PUT', `/api/participants/${other.id}/levels`, {
    levels: [{ ...level, level: level.level === 1 ? 2 : 1 }],
  })
  const [{ id: entry }] = await read(`/api/participants/${other.id}/ledger`)
  const [{ id: practice }] = await world.db('practices').where({ name: 'Ferngate Movement' })
  await world
    .db('left_out')
    .insert({ practice_id: practice, participant_id: person.id, movement: 'bridge', tier: 'chair' })
  const guests = { meeting: meeting.id, person: person.id }
  const waiting = await waitingThings(await world.signedIn(HELPER), lead, guests)
  const fresh = await read(`/api/participants/${person.id}`)
  const [decision] = decisions
  const bridge = shippedCatalogue().movements.get('bridge')!
  const own = { params: { id: person.id } }
  const ofMeeting = { params: { id: meeting.id } }
  const ofCircle = { params: { id: circle.id } }
  const ofSeries = { params: { id: series.id } }
  const ofShelf = { params: { id: shelved.id } }
  const bridgeOf = { params: { movement: 'bridge' } }
  const fields = {
    name: 'Vera Test',
    birthYear: 1950,
    sex: 'female',
    heightCm: 165,
    pace: 'usual',
    homeTier: 'chair',
    access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' },
    considerations: [],
    levels: [],
  }
  const yaml = await read('/api/movements/bridge')
  const helper = (await read('/api/accounts')).find((one: any) => one.email === HELPER)
  const ofHelper = { params: { id: helper.id } }
  const elsewhere = await world.signedIn()
  // Who is made up takes nothing away.
  await world.db('made_up').where({ what: 'account' }).delete()
  const { sessions } = (await elsewhere.call('GET', '/api/account')).body
  const factor = '/api/account/second-factor'
  const file = (text: string) => ({ body: { text, commit: false } })
  return {
    'GET /api/venues': {},
    'GET /api/circles': {},
    'GET /api/circles/:id/members': ofCircle,
    'GET /api/circles/:id/recent': ofCircle,
    'GET /api/circles/:id/look-back': { ...ofCircle, query: '?weeks=12' },
    'GET /api/calendar': {},
    'GET /api/circles/:id/at-home': ofCircle,
    'GET /api/circles/:id/handouts': ofCircle,
    'GET /api/meetings': {},
    'GET /api/meetings/:id': ofMeeting,
    'GET /api/meetings/:id/plan': ofMeeting,
    'GET /api/meetings/:id/versions': ofMeeting,
    'GET /api/meetings/:id/reflection': { params: { id: lastId } },
    'GET /api/meetings/:id/evidence': { params: { id: lastId } },
    'GET /api/meetings/:id/accidents': ofMeeting,
    'GET /api/meetings/:id/stream': { ...ofMeeting, query: '?since=0' },
    'GET /api/meetings/:id/messages': { ...ofMeeting, query: '?since=0' },
    'GET /api/catalogue': {},
    'GET /api/figures/:variation/:pose': { params: { variation: 'garden-bridge.bed.3', pose: 'end' } },
    'GET /api/ways/:variation': { params: { variation: 'garden-bridge.bed.3' } },
    'GET /api/movements/:movement': bridgeOf,
    'GET /api/movements/:movement/levels': bridgeOf,
    'GET /api/texts': { query: '?movements=bridge,hip-hinge' },
    'GET /api/movements': {},
    'GET /api/plan-schema': {},
    'GET /api/participants': {},
    'GET /api/participants/:id': own,
    'GET /api/participants/:id/ledger': own,
    'GET /api/roster': { query: '?words=a&limit=3' },
    'POST /api/exports/archive': { body: { passphrase: ARCHIVE_PASSPHRASE } },
    'GET /api/exports/calendar': { query: `?circle=${circle.id}` },
    'GET /api/exports/measures': {},
    'GET /api/exports/outcomes': {},
    'GET /api/exports/people': {},
    'GET /api/account': {},
    'GET /api/retention': { query: '?peopleMonths=24' },
    'PUT /api/retention': { body: { peopleMonths: 24, logsMonths: null } },
    'POST /api/retention/erase': { body: { participants: [person.id] } },
    'POST /api/participants/:id/letters/:letter/withdraw': { params: { id: person.id, letter: withdrawnId } },
    'GET /api/account/drafts': {},
    'PUT /api/account/drafts': { body: { of: 'person:new', at: new Date().toISOString(), value: { name: 'Half' } } },
    'DELETE /api/account/drafts': { body: { of: 'person:new' } },
    'PUT /api/account/password': { body: { oldPassword: PASSWORD, password: PASSWORD } },
    'PUT /api/account/telephone': { body: { telephone: '555 0110' } },
    'POST /api/account/recovery-codes': { body: { password: PASSWORD } },
    'PUT /api/account/second-factor': {
      body: async () => {
        const { secret } = (await lead.call('POST', factor, { password: PASSWORD })).body
        return { code: new TOTP({ secret }).generate() }
      },
    },
    'POST /api/account/second-factor': {
      body: async () => {
        await world.db('second_factors').delete()
        return { password: PASSWORD }
      },
    },
    'DELETE /api/account/second-factor': { body: { password: PASSWORD } },
    'DELETE /api/account/sessions/:id': {
      params: { id: sessions.find((one: any) => one.isThis).id },
    },
    'GET /api/accounts': {},
    'PUT /api/accounts/:id': { ...ofHelper, body: { name: helper.name, role: 'helper' } },
    'PUT /api/accounts/:id/password': { ...ofHelper, body: { password: PASSWORD } },
    'DELETE /api/accounts/:id/sessions': ofHelper,
    'DELETE /api/accounts/:id': ofHelper,
    'GET /api/access-log': {},
    'GET /api/made-up': {},
    'DELETE /api/made-up': {},
    'GET /api/health-log': {},
    'GET /api/participants/:id/results': own,
    'GET /api/circles/:id/test-round': ofCircle,
    'POST /api/circles/:id/test-round': {
      ...ofCircle,
      body: { id: randomUUID(), measures: ['chair-stand'] },
    },
    'DELETE /api/circles/:id/test-round': ofCircle,
    'GET /api/participants/:id/goals': own,
    'POST /api/participants/:id/goals': { ...own, body: ofGoal(randomUUID()) },
    'PUT /api/participants/:id/goals/:goal': {
      params: { id: person.id, goal: goal.id },
      body: { ...goal, said: undefined, closedOn: undefined, id: undefined },
    },
    'POST /api/participants/:id/goals/:goal/said': {
      params: { id: person.id, goal: goal.id },
      body: { id: randomUUID(), step: 1, on: '2026-10-02' },
    },
    'DELETE /api/participants/:id/goals/:goal/said/:said': {
      params: { id: person.id, goal: goal.id, said: saidId },
    },
    'GET /api/participants/:id/letters': own,
    'GET /api/participants/:id/letters/:letter': { params: { id: person.id, letter: letterId } },
    'GET /api/participants/:id/measures': own,
    'GET /api/participants/:id/look-back': { ...own, query: '?weeks=26' },
    'GET /api/participants/:id/profile': own,
    'GET /api/participants/:id/record': { ...own, query: '?as=text' },
    'GET /api/participants/:id/screenings': own,
    'GET /api/shelf': {},
    'GET /api/shelf/:id/versions': ofShelf,
    'GET /api/shelf/:id/fit': { ...ofShelf, query: `?circle=${circle.id}` },
    'POST /api/venues': { body: { name: 'Mill Hall', roomLengthM: 9, roomWidthM: 7 } },
    'PUT /api/venues/:id': { params: { id: venue.id }, body: venue },
    'POST /api/beginnings': { body: beginning },
    'POST /api/circles/:id/first-answers': {
      ...ofCircle,
      body: { answers: [{ participant: people[4].id, yes: [] }] },
    },
    'POST /api/circles/:id/start-levels': ofCircle,
    'POST /api/circles': { body: { ...circle, name: 'Friday', members: [] } },
    'PUT /api/circles/:id': { ...ofCircle, body: circle },
    'POST /api/circles/:id/waiting': { ...ofCircle, body: { participant: person.id, does: 'stop' } },
    'POST /api/series': { body: { circleId: circle.id, rule: { ...series.rule, exceptions: {} } } },
    'PUT /api/series/:id': { ...ofSeries, body: { rule: series.rule, version: series.version } },
    'PUT /api/series/:id/dates/:on': { params: { id: series.id, on: open.on }, body: { calledOff: true } },
    'POST /api/series/:id/meetings': { ...ofSeries, body: { on: open.on } },
    'POST /api/holidays': { body: { name: 'Break', firstOn: '2030-12-24', lastOn: '2030-12-31' } },
    ...homeRequests({ own, home, handout, practice, printed: await printed(lead, people[3].id) }),
    'POST /api/meetings': { body: { circleId: circle.id, startsAt: '2030-01-05T10:00:00Z' } },
    'PUT /api/meetings/:id/guests/:guest': { params: { id: meeting.id, guest: waiting.guest } },
    'DELETE /api/meetings/:id/guests/:guest': { params: { id: meeting.id, guest: waiting.guest } },
    'PUT /api/participants/:id/screenings/:screening': {
      params: { id: person.id, screening: waiting.screening },
      body: {},
    },
    'GET /api/meetings/:id/screen-passes': ofMeeting,
    'POST /api/meetings/:id/screen-passes': { ...ofMeeting, body: { withNames: true } },
    'DELETE /api/meetings/:id/screen-passes/:pass': { params: { id: meeting.id, pass: waiting.pass } },
    'GET /api/meetings/:id/lane-files/:person': { params: { id: meeting.id, person: person.id } },
    'GET /api/screen': {},
    'GET /api/screen/stream': {},
    'DELETE /api/screen': {},
    'POST /api/meetings/:id/guests': { ...ofMeeting, body: { name: 'Nela Brook', tier: 'chair' } },
    'PUT /api/meetings/:id/plan': {
      ...ofMeeting,
      body: { version: meeting.planVersion, edits: [{ edit: 'setTitle', title: 'Another title' }] },
    },
    'POST /api/imports/archive-check': { raw: archive, headers: { 'x-passphrase': ARCHIVE_PASSPHRASE } },
    'POST /api/meetings/:id/messages': { ...ofMeeting, body: { message: { kind: 'seating', seating: [person.id] } } },
    'PUT /api/meetings/:id/held': { ...ofMeeting, body: { calledOff: false, ledBy: null } },
    'POST /api/meetings/:id/decisions': {
      params: { id: lastId },
      body: {
        answers: [
          {
            participant: decision.participant,
            movement: decision.movement,
            tier: decision.tier,
            toLevel: decision.toLevel,
            dial: decision.turn?.dial ?? null,
            reason: 'As proposed',
          },
        ],
      },
    },
    'POST /api/meetings/:id/doses': {
      params: { id: lastId },
      body: { movement: 'upper-back-turn', dial: 'hold', to: 40 },
    },
    'PUT /api/movements/:movement': {
      params: { movement: 'garden-bridge' },
      body: {
        yaml: String(yaml)
          .replace(/^id: bridge$/m, 'id: garden-bridge')
          .replace(/^name: .*$/m, 'name: Garden bridge')
          .replace(/^number: .*$/m, 'number: 49'),
      },
    },
    'POST /api/participants': { body: fields },
    'PUT /api/participants/:id': { ...own, body: fresh },
    'PUT /api/participants/:id/access/:tier': {
      params: { id: person.id, tier: 'bed' },
      body: { access: fresh.access.bed },
    },
    'POST /api/participants/:id/tier': { ...own, body: { step: 'visits', to: 'standing', reason: 'Asked for' } },
    'POST /api/participants/:id/offer-again': {
      ...own,
      body: { movement: bridge.id, tier: 'chair', reason: 'Looked at' },
    },
    'POST /api/participants/:id/flares': {
      ...own,
      body: { region: 'neck', levels: 1, until: '2030-01-01' },
    },
    'POST /api/participants/:id/looked-at': { ...own, body: { key: 'hand m bridge both', note: 'She has a new shoe' } },
    'POST /api/participants/:id/days-after': { ...own, body: { after: 'sore-days', afterWhere: ['neck'] } },
    'PUT /api/participants/:id/levels': { ...own, body: { levels: person.levels } },
    'POST /api/participants/:id/ledger/:entry/walk-back': {
      params: { id: other.id, entry },
      body: { reason: 'Not meant' },
    },
    'POST /api/participants/:id/measures': {
      ...own,
      body: {
        records: [
          { id: randomUUID(), measure: 'chair-stand', side: 'both', value: 9, takenAt: '2026-11-20T10:00:00Z' },
        ],
      },
    },
    'POST /api/participants/:id/screenings': {
      ...own,
      body: { id: randomUUID(), takenOn: TODAY, answers: {} },
    },
    'POST /api/participants/:id/letters': { ...own, body: letter },
    'POST /api/accounts': {
      body: { name: 'Nele', email: 'nele@ferngate.example', role: 'helper', password: 'a long enough word' },
    },
    'POST /api/imports/people': file('Name\nA'),
    'POST /api/imports/measures': file('Name;Measure;Value;Date\nA;B;1;2026-01-01'),
    'POST /api/imports/calendar': {
      body: {
        text: ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:x', 'END:VCALENDAR', ''].join('\r\n'),
        circleId: circle.id,
        zone: 'Europe/Oslo',
      },
    },
    'POST /api/shelf': { body: { plan: shelved.plan, tags: [] } },
    'PUT /api/shelf/:id': { ...ofShelf, body: shelved },
    'POST /api/shelf/:id/course': {
      ...ofShelf,
      body: { circleId: circle.id, startsAt: '2027-03-21T09:30:00Z', zone: 'Europe/Oslo', weeks: 2, look: true },
    },
    'DELETE /api/movements/:movement': { params: { movement: 'garden-bridge' } },
    'DELETE /api/holidays/:id': { params: { id: calendar.holidays[0].id } },
    'DELETE /api/series/:id': ofSeries,
    'DELETE /api/participants/:id': own,
    'DELETE /api/session': {},
  }
}
