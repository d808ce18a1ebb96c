import { randomFrom } from '../../core/random'
import { STEPS, type Cost, type Costs, type Step } from './costs'
import { around, Cores } from './queue'

/**
 * Monday at ten: what is assumed of practices, beside what was measured. *Common practice, no source*, but for the
 * notes, which are those of a lead who touches somebody every few seconds of work.
 */
export const MONDAY = {
  /** So many of all practices have a class at ten. */
  withClass: 0.4,
  /** Classes begin around ten, minutes. */
  beginsAround: 3,
  people: 12,
  /** Seconds between notes, and between presses, in a class. */
  noteEvery: 10,
  pressEvery: 60,
  /** Tablets and screens that follow a class. */
  screens: 2,
  /** What is looked at, from twenty minutes before on. */
  minutesBefore: 20,
  /** After the beginning it is looked on for so long: the peak. */
  minutesAfter: 15,
  /** So many of those who lead sign in anew. */
  signIns: 0.3,
} as const

/** A note is to be there within that time, 99 of a hundred, and no core is to be busier than that. */
const WITHIN_MS = 150
const BUSY_AT_MOST = 0.7
/** A server of the application is one process, on one core, and holds so many screens. */
const SCREENS_A_SERVER = 400
/** The database's cores, of the node that is written to; and what it takes until the others have a change as well. */
const DATABASE_CORES = 8
const AGREED_MS = 2

/** How a number of practices fares on Monday at ten. */
export interface Fares {
  practices: number
  classes: number
  /** Clusters beside each other, each with its share of the practices. */
  shards: number
  /** Servers of the application, all shards together. */
  servers: number
  /** In the busiest minute, of all shards together. */
  requestsASecond: number
  megabitsASecond: number
  serverBusy: number
  databaseBusy: number
  noteP50Ms: number
  noteP99Ms: number
}

/** What so many practices need, found by trying: as few servers and shards as will do. */
export function fares(practices: number, costs: Costs, seed = 1): Fares {
  for (let shards = shardsAtLeast(practices, costs); ; shards += 1) {
    const each = Math.ceil(practices / shards)
    for (let servers = serversAtLeast(each, costs); ; servers += Math.ceil(servers / 8)) {
      const one = shardFares({ practices: each, servers }, costs, seed)
      if (one.databaseBusy > BUSY_AT_MOST) break
      if (one.serverBusy > BUSY_AT_MOST || one.noteP99Ms > WITHIN_MS) continue
      const all = { requestsASecond: one.requestsASecond * shards, megabitsASecond: one.megabitsASecond * shards }
      return { ...one, ...all, practices, shards, servers: servers * shards, classes: classesOf(practices) }
    }
  }
}

const classesOf = (practices: number): number => Math.max(1, Math.round(practices * MONDAY.withClass))

/** On paper: what all classes ask in a second once they are on, and what that takes of a core; of the database too. */
export function onPaper(practices: number, { steps, listening }: Costs, servers = 1) {
  const classes = classesOf(practices)
  const rates: [Step, number][] = [
    ['a note', 1 / MONDAY.noteEvery],
    ['a press of the class', 1 / MONDAY.pressEvery],
    ['a word to one screen', MONDAY.screens * (1 / MONDAY.noteEvery + 1 / MONDAY.pressEvery)],
  ]
  const sum = (of: keyof Cost) => classes * rates.reduce((all, [step, rate]) => all + rate * steps[step][of], 0)
  const listens = (of: keyof Cost) =>
    servers * listening.base[of] + classes * MONDAY.screens * listening.eachMeeting[of]
  return {
    classes,
    requestsASecond: classes * (rates[0]![1] + rates[1]![1]),
    serverCores: (sum('serverMs') + listens('serverMs')) / 1000,
    databaseCores: (sum('databaseMs') + listens('databaseMs')) / 1000,
    streams: classes * MONDAY.screens,
  }
}

/** How many practices one shard holds on paper, before its database is busier than it should be: the first wall. */
export function firstWall(costs: Costs): number {
  const each = onPaper(1_000_000, costs, 0).databaseCores / 1_000_000
  return Math.floor((DATABASE_CORES * BUSY_AT_MOST) / each)
}

const shardsAtLeast = (practices: number, costs: Costs): number =>
  Math.max(1, Math.ceil(onPaper(practices, costs).databaseCores / (DATABASE_CORES * BUSY_AT_MOST)))

function serversAtLeast(practices: number, costs: Costs): number {
  const { serverCores, streams } = onPaper(practices, costs)
  return Math.max(1, Math.ceil(serverCores / BUSY_AT_MOST), Math.ceil(streams / SCREENS_A_SERVER))
}

/** One request of the simulation. */
interface Asked {
  at: number
  step: number
}

/**
 * One shard on Monday at ten, request by request: whoever comes first is served first, by servers and by the database.
 */
export function shardFares(size: { practices: number; servers: number }, costs: Costs, seed: number) {
  const random = randomFrom(seed)
  const classes = classesOf(size.practices)
  const asked = askedOn(classes, random.next, (deviation) => random.normal(deviation))
  const { listening } = costs
  const followed = (classes * MONDAY.screens) / size.servers
  const left = 1 - (listening.base.serverMs + followed * listening.eachMeeting.serverMs) / 1000
  const listens = size.servers * (listening.base.databaseMs + followed * listening.eachMeeting.databaseMs)
  const servers = new Cores(size.servers, Math.max(0.05, left))
  const database = new Cores(DATABASE_CORES, Math.max(0.05, 1 - listens / 1000 / DATABASE_CORES))
  const [note, minutes] = [STEPS.indexOf('a note'), MONDAY.minutesBefore + MONDAY.minutesAfter]
  const took: number[] = []
  const [perMinute, bytes] = [new Float64Array(minutes + 30), new Float64Array(minutes + 30)]
  const word = costs.steps['a word to one screen']
  for (const { at, step } of asked) {
    const cost = costs.steps[STEPS[step]!]
    const worked = servers.serve(at, around(cost.serverMs, random.next))
    const stored = database.serve(worked, around(cost.databaseMs, random.next))
    if (step === note) took.push(stored + AGREED_MS - at)
    const isHeard = step >= STEPS.indexOf('an arrival') && step <= note
    if (isHeard) servers.serve(stored, MONDAY.screens * word.serverMs)
    const minute = Math.max(0, Math.floor(at / 60_000) + MONDAY.minutesBefore)
    perMinute[minute]! += 1
    bytes[minute]! += cost.bytes + (isHeard ? MONDAY.screens * word.bytes : 0)
  }
  took.sort((a, b) => a - b)
  const lasted = (minutes * 60_000) as number
  return {
    requestsASecond: Math.max(...perMinute) / 60,
    megabitsASecond: (Math.max(...bytes) * 8) / 60 / 1e6,
    serverBusy: servers.busy / lasted / size.servers + (1 - left),
    databaseBusy: database.busy / lasted / DATABASE_CORES + listens / 1000 / DATABASE_CORES,
    noteP50Ms: took[Math.floor(took.length / 2)] ?? 0,
    noteP99Ms: took[Math.floor(took.length * 0.99)] ?? 0,
  }
}

/** All that is asked, in the order in which it comes; milliseconds from ten o'clock on. */
function askedOn(classes: number, random: () => number, normal: (deviation: number) => number): Asked[] {
  const asked: Asked[] = []
  const ask = (step: Step, at: number) => asked.push({ at, step: STEPS.indexOf(step) })
  const minute = 60_000
  for (let one = 0; one < classes; one += 1) {
    const begins = normal(MONDAY.beginsAround * minute)
    const opens = begins - (2 + random() * (MONDAY.minutesBefore - 2)) * minute
    if (random() < MONDAY.signIns) ask('sign in', opens)
    ask('open the circle', opens + 1_000)
    for (let screen = 0; screen < MONDAY.screens; screen += 1) ask('open the meeting', opens + 5_000 * (screen + 1))
    if (random() < 0.3) ask('save the plan', opens + 30_000)
    for (let person = 0; person < MONDAY.people; person += 1) ask('an arrival', begins - random() * 8 * minute)
    const until = MONDAY.minutesAfter * minute
    for (
      let at = begins + around(MONDAY.noteEvery * 1000, random);
      at < until;
      at += around(MONDAY.noteEvery * 1000, random)
    )
      ask('a note', at)
    for (let at = begins; at < until; at += around(MONDAY.pressEvery * 1000, random)) ask('a press of the class', at)
  }
  return asked.sort((a, b) => a.at - b.at)
}
