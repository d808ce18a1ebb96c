import { execFileSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gunzipSync, gzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { findProgram } from '../../bin/programs.mjs'
import { OF_INSTALLATION, TABLES } from '../../server/database/tables'
import { LEAD } from '../demoData'
import { SETUP_CODE, World, type Answer, type Caller } from '../world'

/** Everything in the database but the log of who looked, and how often rows were held, in an order of its own. */
async function contents(world: World): Promise<Record<string, string[]>> {
  const tables = await Promise.all(
    TABLES.filter((table) => table !== 'health_log').map(
      async (table) =>
        [table, (await world.db(table)).map(({ turn: _turn, ...row }) => JSON.stringify(row)).sort()] as const,
    ),
  )
  return Object.fromEntries(tables)
}
const PASSPHRASE = 'ein Räuspern unter Erlen'
async function takeOutSealed(world: World, caller: Caller): Promise<Buffer> {
  const reply = await fetch(`${world.address}/api/exports/archive`, {
    method: 'POST',
    body: JSON.stringify({ passphrase: PASSPHRASE }),
    headers: { cookie: caller.cookie, 'content-type': 'application/json' },
  })
  expect(reply.status).toBe(200)
  return Buffer.from(await reply.arrayBuffer())
}
/** GnuPG opens it, which knows nothing of us: RFC 9580 as others read it. */
function openedByGnupg(sealed: Buffer): Buffer {
  const home = mkdtempSync(join(tmpdir(), 'circle-gpg-'))
  try {
    const own = ['--batch', '--quiet', '--homedir', home, '--pinentry-mode', 'loopback', '--passphrase', PASSPHRASE]
    return execFileSync(findProgram('gpg')!, [...own, '--decrypt'], { input: sealed, maxBuffer: 100_000_000 })
  } finally {
    rmSync(home, { recursive: true, force: true })
  }
}
const takeOut = async (world: World, caller: Caller): Promise<Buffer> =>
  openedByGnupg(await takeOutSealed(world, caller))
const sending = (archive: Buffer, passphrase?: string) => ({
  method: 'POST',
  body: new Uint8Array(archive),
  headers: {
    'content-type': 'application/octet-stream',
    ...(passphrase === undefined ? {} : { 'x-passphrase': encodeURIComponent(passphrase) }),
  },
})
async function putIn(world: World, archive: Buffer, passphrase?: string): Promise<{ status: number; body: any }> {
  const reply = await fetch(`${world.address}/api/setup/archive?code=${SETUP_CODE}`, sending(archive, passphrase))
  return { status: reply.status, body: await reply.json() }
}

describe('a practice as one file', () => {
  let archive: Buffer
  let sealed: Buffer
  let tooShort: Answer
  let before: Record<string, string[]>
  let world: World
  beforeAll(async () => {
    world = await World.open()
    // What is looked at is one practice: the stranger's is not in its archive.
    const lead = await world.signedIn()
    const { body: people } = await lead.call('GET', '/api/participants')
    await lead.call('PUT', `/api/participants/${people[2].id}/levels`, {
      levels: [
        { movement: 'bridge', tier: 'chair', side: 'left', level: 2 },
        { movement: 'bridge', tier: 'chair', side: 'right', level: 3 },
      ],
    })
    tooShort = await lead.call('POST', '/api/exports/archive', { passphrase: 'short words' })
    sealed = await takeOutSealed(world, lead)
    archive = openedByGnupg(sealed)
    const [{ id }] = await world.db('practices').where({ name: 'Elsewhere' })
    await world.db('accounts').where({ practice_id: id }).delete()
    await world.db('practices').where({ id }).delete()
    before = await contents(world)
    await world.close()
    world = await World.open({ demo: false })
  })
  afterAll(() => world.close())

  it('names every table that the database has', async () => {
    const tables = await world
      .db('information_schema.tables')
      .whereRaw('table_schema = database()')
      .whereNot('table_name', 'like', 'knex%')
      .select({ name: 'table_name' })
    expect(tables.map(({ name }) => name).sort()).toEqual([...TABLES, ...OF_INSTALLATION].sort())
  })
  it('is refused whole where it is damaged, cut short, or no archive, and says where', async () => {
    const lines = gunzipSync(archive).toString().split('\n')
    const cases: [Buffer, RegExp][] = [
      [Buffer.from('not zipped'), /no archive of a practice/],
      [Buffer.concat([gzipSync('').subarray(0, 2), Buffer.from('not zipped')]), /not readable|cannot be unzipped/],
      [gzipSync('{"format":"something else"}\n'), /no archive of a practice/],
      [archive.subarray(0, archive.length / 2), /./],
      [gzipSync([lines[0], lines[1], '{"table":"participants","row":'].join('\n')), /Line 3/],
      [
        gzipSync(
          [
            lines[0]!.replace('"formatVersion":2', '"formatVersion":1'),
            lines[1],
            JSON.stringify({
              table: 'circles',
              row: { ...JSON.parse(lines.find((one) => one.includes('"table":"circles"'))!).row },
            }),
          ].join('\n'),
        ),
        /not in the archive/,
      ],
      [gzipSync([lines[0]!.replace('008_', '999_'), ...lines.slice(1)].join('\n')), /newer version/],
      [
        gzipSync([lines[0]!.replace('"formatVersion":2', '"formatVersion":3'), ...lines.slice(1)].join('\n')),
        /newer version/,
      ],
      // Cut at a line, anywhere; a row taken out, another changed by a letter.
      ...[0.2, 0.6, 0.9].map((share): [Buffer, RegExp] => [
        gzipSync(`${lines.slice(0, Math.floor(lines.length * share)).join('\n')}\n`),
        /cut short: its closing line is missing|not in the archive/,
      ]),
      [gzipSync([...lines.slice(0, 40), ...lines.slice(41)].join('\n')), /damaged|not in the archive/],
      [gzipSync(lines.join('\n').replace('Cora Linden', 'Cora Lindon')), /it is not what was written/],
      [gzipSync([...lines.slice(0, -1), lines[1]].join('\n')), /has ended before it/],
      [
        gzipSync(
          [
            lines[0],
            lines[1],
            JSON.stringify({
              table: 'practices',
              row: { id: randomUUID(), name: 'Other', created_at: '2026-01-01 00:00:00' },
            }),
          ].join('\n'),
        ),
        /not of the archive/,
      ],
    ]
    for (const [file, words] of cases) {
      const answer = await putIn(world, file)
      expect([answer.status, answer.body.message]).toEqual([422, expect.stringMatching(words)])
      expect(await world.db('practices')).toEqual([])
    }
    expect((await world.caller().call('GET', '/api/health')).status).toBe(200)
  })
  it('lies under a passphrase, and opens with that only', async () => {
    for (const word of ['Cora', 'participants', 'unhurried-circle']) expect(sealed.includes(word)).toBe(false)
    const refused = async (file: Buffer, passphrase?: string) => {
      const { status, body } = await putIn(world, file, passphrase)
      expect(await world.db('practices')).toEqual([])
      return [status, Object.keys(body.data.fields)[0], body.message]
    }
    expect(await refused(sealed)).toEqual([422, 'passphrase', expect.stringContaining('type it first')])
    for (const [file, passphrase] of [
      [sealed, 'ein Räuspern unter Ulmen'],
      [sealed.subarray(0, sealed.length / 2), PASSPHRASE],
      [Buffer.concat([sealed.subarray(0, 5000), Buffer.from('x'), sealed.subarray(5001)]), PASSPHRASE],
    ] as const)
      expect(await refused(file, passphrase)).toEqual([422, 'passphrase', expect.stringContaining('does not open')])
    expect(await refused(Buffer.alloc(0), PASSPHRASE)).toEqual([422, expect.any(String), expect.any(String)])
  })
  it('wants twelve characters of a passphrase', () => {
    expect(tooShort).toMatchObject({
      status: 422,
      body: { data: { fields: { passphrase: expect.stringContaining('12 characters at least') } } },
    })
  })
  it('restores into an empty installation to an identical state, and everybody can sign in again', async () => {
    expect(await putIn(world, sealed, PASSPHRASE)).toMatchObject({
      status: 200,
      body: { practices: 1, participants: 11, circles: 1 },
    })
    const after = await contents(world)
    for (const table of Object.keys(before)) expect(after[table], table).toEqual(before[table])
    expect(after.outcomes!.length).toBeGreaterThan(500)
    const lead = await world.signedIn(LEAD)
    const again = gunzipSync(await takeOut(world, lead))
      .toString()
      .split('\n')
      .slice(1)
      .filter((one) => !one.includes('"table":"health_log"') && !one.startsWith('{"end"'))
    expect(again.sort()).toEqual(
      gunzipSync(archive)
        .toString()
        .split('\n')
        .slice(1)
        .filter((one) => !one.includes('"table":"health_log"') && !one.startsWith('{"end"'))
        .sort(),
    )
  })
  it('is checked without being restored, and says what it holds', async () => {
    const lead = await world.signedIn(LEAD)
    const check = async (file: Buffer, passphrase?: string) => {
      const sent = sending(file, passphrase)
      const headers = { ...sent.headers, cookie: lead.cookie }
      const reply = await fetch(`${world.address}/api/imports/archive-check`, { ...sent, headers })
      return { status: reply.status, body: (await reply.json()) as any }
    }
    expect(await check(sealed, PASSPHRASE)).toMatchObject({ status: 200, body: { rows: { participants: 11 } } })
    // As an earlier version took it out.
    expect(await check(archive)).toMatchObject({ status: 200, body: { rows: { participants: 11 } } })
    expect(await check(archive.subarray(0, archive.length - 200))).toMatchObject({ status: 422 })
  })
  it('is not restored over a practice', async () => {
    expect(await putIn(world, archive)).toMatchObject({ status: 409 })
  })
  it('erases again whom it brings back although they were erased here', async () => {
    const [{ id, practice_id, name }] = await world.db('participants').orderBy('name')
    await world.close()
    world = await World.open({ demo: false })
    const line = { practice: practice_id, participant: id, at: new Date().toISOString() }
    writeFileSync(join(world.folder, 'erased.jsonl'), `${JSON.stringify(line)}\n`)
    expect(await putIn(world, sealed, PASSPHRASE)).toMatchObject({ status: 200, body: { participants: 11 } })
    expect(await world.db('participants').where({ id })).toEqual([])
    const all = JSON.stringify(await Promise.all(TABLES.map((table) => world.db(table))))
    expect(all).not.toContain(name)
  })
})
