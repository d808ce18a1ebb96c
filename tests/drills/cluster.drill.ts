import { setTimeout as wait } from 'node:timers/promises'
import type { Knex } from 'knex'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { TABLES, OF_INSTALLATION } from '../../server/database/tables'
import { faultsIn, type Stored } from '../cluster/linear'
import { RunningCluster } from '../cluster/running'
import { fillTown, type TownClass } from '../cluster/town'
import { Met, note, quantile, Screen, signIn } from '../cluster/traffic'
import { isLong } from './long'

/**
 * Classes are led in many practices at once, while every database server, every server of the application and HAProxy
 * are killed in turn and come back: nothing is lost or doubled, all screens hear the same, and the nodes hold the same.
 * `CIRCLE_DRILL_MINUTES` says another length than ten minutes.
 */
const TOWN = isLong ? { practices: 40, classes: 100 } : { practices: 2, classes: 4 }
const SCREENS_EACH = 2
const NOTE_EVERY_MS = 2_000
const MINUTES = isLong ? Number(process.env.CIRCLE_DRILL_MINUTES ?? 10) : 0.5
/** A screen follows again within that time. */
const AGAIN_WITHIN_MS = 5_000
const PARTS = isLong
  ? ['node1', 'server1', 'node2', 'HAProxy', 'server2', 'node3', 'server3', 'the check']
  : ['node1', 'server1', 'HAProxy']

let cluster: RunningCluster
let db: Knex
let held: TownClass[]
const met = new Met()
beforeAll(async () => {
  cluster = await RunningCluster.start()
  const owner = cluster.open('node1')
  held = await fillTown(owner, TOWN)
  await owner.destroy()
  db = cluster.open()
}, 600_000)
afterAll(async () => {
  await db?.destroy()
  await cluster?.stop()
})

describe('classes of a town on a cluster of which every part is killed in turn', () => {
  it('are shared by the servers, what is noted as well as the screens', async () => {
    const { address } = cluster.said
    const one = held[0]!
    const cookie = await signIn(address, one.email)
    const screens = Array.from({ length: 7 }, (_, at) => new Screen(address, cookie, one.meeting, `${at}`, new Met()))
    await expect.poll(() => screens.every(({ parts }) => parts.length > 0), { timeout: 60_000 }).toBe(true)
    const before = await cluster.transactions()
    for (let at = 0; at < 30; at += 1) await note(address, cookie, one, met)
    const after = await cluster.transactions()
    await Promise.all(screens.map((screen) => screen.end()))
    for (const [at, { count }] of after.entries()) expect(count - before[at]!.count).toBeGreaterThanOrEqual(5)
  })
  it('lose nothing, double nothing, and are seen alike by all', async () => {
    const { address } = cluster.said
    const cookies = new Map<string, string>()
    for (const email of new Set(held.map((one) => one.email))) cookies.set(email, await signIn(address, email))
    const screens = held.flatMap(({ meeting, email }, at) =>
      Array.from(
        { length: SCREENS_EACH },
        (_, which) => new Screen(address, cookies.get(email)!, meeting, `screen ${which} of class ${at}`, met),
      ),
    )
    await expect.poll(() => screens.every(({ parts }) => parts.length > 0), { timeout: 60_000 }).toBe(true)
    let going = true
    const leading = held.map(async (one, at) => {
      await wait((NOTE_EVERY_MS * at) / held.length)
      while (going) {
        const began = performance.now()
        await note(address, cookies.get(one.email)!, one, met)
        await wait(Math.max(0, NOTE_EVERY_MS - (performance.now() - began)))
      }
    })
    const until = Date.now() + MINUTES * 60_000
    const killed: { part: string; at: number }[] = []
    for (let kill = 0; kill < PARTS.length || Date.now() < until; kill += 1) {
      await wait(isLong ? 10_000 : 1_500)
      const part = PARTS[kill % PARTS.length]!
      killed.push({ part, at: performance.now() })
      await cluster.kill(part)
    }
    going = false
    await Promise.all(leading)
    const stored = await storedNotes()
    const heardAll = () => screens.every((screen) => (screen.parts.at(-1)?.upTo ?? 0) >= lastOf(stored, screen.meeting))
    await expect.poll(heardAll, { timeout: AGAIN_WITHIN_MS }).toBe(true)
    await Promise.all(screens.map((screen) => screen.end()))
    say(met, killed)
    expect(faultsIn(met.sent, screens, stored)).toEqual([])
    expect(met.sent.every(({ confirmed }) => confirmed !== null)).toBe(true)
    expect(met.answers.get(500) ?? 0).toBe(0)
    expect(await sumsOfAll()).toEqual(Array.from({ length: 3 }, () => expect.anything()))
    const [first, ...others] = await sumsOfAll()
    for (const other of others) expect(other).toEqual(first)
  })
})

async function storedNotes(): Promise<Stored[]> {
  const meetings = held.map(({ meeting }) => meeting)
  const rows = await db('outcomes')
    .whereIn('meeting_id', meetings)
    .where('sequence', '>', 0)
    .select<{ id: string; meeting_id: string; sequence: number }[]>('id', 'meeting_id', 'sequence')
  return rows.map(({ id, meeting_id, sequence }) => ({ id, meeting: meeting_id, sequence: Number(sequence) }))
}

function lastOf(stored: readonly Stored[], meeting: string): number {
  return Math.max(0, ...stored.filter((note) => note.meeting === meeting).map(({ sequence }) => sequence))
}

/** Of each node by itself: how many rows each table has, and what they add up to. */
async function sumsOfAll(): Promise<Record<string, unknown>[]> {
  return Promise.all(
    cluster.said.nodes.map(async ({ name }) => {
      const node = cluster.open(name)
      const sums: Record<string, unknown> = {}
      for (const table of [...TABLES, ...OF_INSTALLATION]) {
        const [[{ Checksum: sum }]] = await node.raw('checksum table ??', [table])
        const [counted] = await node(table).count({ rows: '*' })
        sums[table] = [Number(counted!.rows), Number(sum)]
      }
      await node.destroy()
      return sums
    }),
  )
}

/** What was met with, and which part's end cut screens off the longest. */
function say({ sent, plainMs, allMs, cuts, answers }: Met, killed: readonly { part: string; at: number }[]): void {
  const cutMs = cuts.map(({ ms }) => ms)
  const longestBy = new Map<string, number>()
  for (const { began, ms } of cuts) {
    const part = killed.findLast(({ at }) => at <= began)?.part ?? 'none'
    longestBy.set(part, Math.max(longestBy.get(part) ?? 0, Math.round(ms)))
  }
  const ms = (values: number[], share: number) => Math.round(quantile(values, share))
  console.log(
    [
      `${TOWN.practices} practices, ${TOWN.classes} classes, ${TOWN.classes * SCREENS_EACH} screens: ` +
        `${sent.length} notes`,
      `at the first try ${plainMs.length}: p50 ${ms(plainMs, 0.5)}, p99 ${ms(plainMs, 0.99)} ms`,
      `with all tries: p99 ${ms(allMs, 0.99)}, at most ${ms(allMs, 1)} ms`,
      `screens were cut off ${cutMs.length} times: median ${ms(cutMs, 0.5)}, at most ${ms(cutMs, 1)} ms`,
      `the longest after the end of each: ${[...longestBy].map(([part, longest]) => `${part} ${longest}`).join(', ')}`,
      `answers: ${[...answers].map(([status, count]) => `${status} ${count}`).join(', ')}`,
    ].join('\n'),
  )
}
