import { randomUUID } from 'node:crypto'
import { readFileSync, writeFileSync } from 'node:fs'
import { cpus } from 'node:os'
import { setTimeout as wait } from 'node:timers/promises'
import { servingOf } from '../../bin/databaseSocket.mjs'
import { join } from 'node:path'
import { outcome, Screen, Met } from '../cluster/traffic'
import { LEAD, PASSWORD, TEST_DATA } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'
import { COSTS_FILE, type Cost, type Costs, type Step } from './costs'

const TIMES = 60
const SCREENS = 40
const LISTENING_MS = 15_000

/** Measures what each step of a meeting costs on this machine, by the processor's own count, and writes it down. */
export async function measure(): Promise<Costs> {
  // Alone it would not listen to others.
  process.env.NUXT_DATABASE_IS_SHARED = 'true'
  const world = await World.open()
  try {
    const costs = await measuredIn(world)
    writeFileSync(COSTS_FILE, `${JSON.stringify(costs, null, 2)}\n`)
    return costs
  } finally {
    await world.close()
  }
}

async function measuredIn(world: World): Promise<Costs> {
  const lead = await world.signedIn()
  const view = await nextMeeting(lead)
  const steps = {} as Record<Step, Cost>
  const of = async (step: Step, work: (time: number) => Promise<number>, times = TIMES) => {
    await work(-1)
    steps[step] = await costOf(world, times, work)
  }
  const asks = async (method: string, path: string, body?: unknown): Promise<number> => {
    const { status, body: answer } = await lead.call(method, path, body)
    if (status !== 200) throw new Error(`${method} ${path}: ${status} ${JSON.stringify(answer).slice(0, 200)}`)
    return JSON.stringify(answer).length + (body === undefined ? 0 : JSON.stringify(body).length)
  }
  const { meeting, people } = view
  const say = (message: object) => asks('POST', `/api/meetings/${meeting.id}/messages`, { message })
  await of('sign in', () => signsIn(world), 20)
  await of('open the circle', async () => (await asks('GET', '/api/meetings')) + (await asks('GET', '/api/circles')))
  await of('open the meeting', () => asks('GET', `/api/meetings/${meeting.id}`))
  let version = meeting.planVersion
  await of('save the plan', async (time) => {
    const edits = [{ edit: 'setTitle', title: `Plan ${time}` }]
    const saved = await asks('PUT', `/api/meetings/${meeting.id}/plan`, { version, edits })
    version += 1
    return saved
  })
  await of('an arrival', (time) =>
    say({
      kind: 'arrivals',
      participant: people[time < 0 ? 0 : time % people.length].id,
      arrival: { came: true, pain: 1 },
      at: Date.now(),
    }),
  )
  await of('a press of the class', () =>
    say({ kind: 'events', events: [{ id: randomUUID(), at: Date.now(), event: 'stretch', step: 0, seconds: 15 }] }),
  )
  const notes = (time: number) =>
    say({
      kind: 'outcomes',
      outcomes: [outcome(randomUUID(), Date.now(), people[Math.max(0, time) % people.length].id)],
    })
  await of('a note', notes)
  steps['a word to one screen'] = await wordCost(world, lead, meeting.id, { notes, alone: steps['a note'] })
  const past = (await lead.call('GET', '/api/meetings')).body.find((one: any) => one.stage === 'reflect')
  const reflection = `/api/meetings/${past.id}/reflection`
  await of('open the reflection', () => asks('GET', reflection), 20)
  steps.decide = await decideCost(world, lead, past.id)
  return {
    machine: cpus()[0]!.model,
    loopSeconds: loop(),
    steps,
    listening: await listeningCost(world, lead, meeting.id),
  }
}

async function signsIn(world: World): Promise<number> {
  const { status } = await world.caller().call('POST', '/api/session', { email: LEAD, password: PASSWORD })
  if (status !== 200) throw new Error(`Signing in: ${status}`)
  return 300
}

/** All decisions of one meeting at once, as they are proposed: once, since it is decided then. */
async function decideCost(world: World, lead: Caller, meetingId: string): Promise<Cost> {
  const { decisions } = (await lead.call('GET', `/api/meetings/${meetingId}/reflection`)).body
  const answers = decisions.map(({ participant, movement, tier, toLevel, turn }: any) => ({
    ...{ participant, movement, tier, toLevel, dial: turn?.dial ?? null, reason: 'As proposed' },
  }))
  return costOf(world, 1, async () => {
    const { status, body } = await lead.call('POST', `/api/meetings/${meetingId}/decisions`, { answers })
    if (status !== 200) throw new Error(`Deciding: ${status} ${JSON.stringify(body).slice(0, 300)}`)
    return JSON.stringify(answers).length + JSON.stringify(body).length
  })
}

/** What it costs more that a note is heard by many screens, for each of them. */
async function wordCost(
  world: World,
  lead: Caller,
  meeting: string,
  { notes, alone }: { notes: (time: number) => Promise<number>; alone: Cost },
): Promise<Cost> {
  const met = new Met()
  const screens = Array.from(
    { length: SCREENS },
    (_, at) => new Screen(world.address, lead.cookie, meeting, `screen ${at}`, met),
  )
  while (screens.some(({ parts }) => parts.length === 0)) await wait(50)
  const before = met.heardBytes
  const heard = await costOf(world, TIMES, notes)
  await Promise.all(screens.map((screen) => screen.end()))
  return { ...scaled(heard, alone, SCREENS), bytes: Math.round((met.heardBytes - before) / SCREENS / TIMES) }
}

async function listeningCost(world: World, lead: Caller, meeting: string): Promise<Costs['listening']> {
  const second = async (): Promise<Cost> => {
    const cost = await costOf(world, 1, async () => wait(LISTENING_MS, 0))
    return times(cost, 1000 / LISTENING_MS)
  }
  const quiet = await second()
  const meetings = (await lead.call('GET', '/api/meetings')).body.slice(0, 10).map(({ id }: any) => id)
  const screens = [meeting, ...meetings].map((id) => new Screen(world.address, lead.cookie, id, id, new Met()))
  await wait(1000)
  const following = await second()
  await Promise.all(screens.map((screen) => screen.end()))
  const each = scaled(following, quiet, screens.length)
  return { base: quiet, eachMeeting: each }
}

/** What work costs each time: by what the processes have used of a core, and by what the database has counted. */
async function costOf(world: World, count: number, work: (time: number) => Promise<number>): Promise<Cost> {
  const before = { server: world.cpuSeconds(), database: databaseSeconds(), queries: world.questions() }
  let bytes = 0
  for (let time = 0; time < count; time += 1) bytes += await work(time)
  const queries = world.questions() - before.queries
  return {
    serverMs: rounded((1000 * (world.cpuSeconds() - before.server)) / count),
    databaseMs: rounded((1000 * (databaseSeconds() - before.database)) / count),
    queries: rounded(queries / count),
    bytes: Math.round(bytes / count),
  }
}

const rounded = (value: number): number => Math.round(value * 1000) / 1000
const times = (cost: Cost, by: number): Cost => each((name) => rounded(cost[name] * by))
const scaled = (more: Cost, less: Cost, count: number): Cost =>
  each((name) => rounded(Math.max(0, more[name] - less[name]) / count))
const each = (value: (name: keyof Cost) => number): Cost => ({
  serverMs: value('serverMs'),
  databaseMs: value('databaseMs'),
  queries: value('queries'),
  bytes: value('bytes'),
})

/** What the database's process has used of a core since it began. */
function databaseSeconds(): number {
  const { pid } = servingOf(join(TEST_DATA, 'mariadb'))!
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ')
  return (Number(fields[11]) + Number(fields[12])) / 100
}

function loop(): number {
  const began = performance.now()
  let x = 0
  for (let at = 0; at < 3e8; at += 1) x = (Math.imul(x, 31) + at) | 0
  return Math.round((performance.now() - began) / 100) / (x === 0 ? 1 : 10)
}
