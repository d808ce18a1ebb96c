import { randomBytes } from 'node:crypto'
import {
  closeSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { lookForDamage } from '../../bin/damaged.mjs'
import { startDatabase } from '../../bin/database.mjs'

const PAGE_BYTES = 16_384
const folder = mkdtempSync(join(tmpdir(), 'circle-damaged-'))
let database: Awaited<ReturnType<typeof startDatabase>>
let said = ''
beforeAll(async () => {
  vi.spyOn(process.stdout, 'write').mockImplementation((text) => ((said += String(text)), true))
  database = await startDatabase(folder)
  database.ask(`use \`${database.name}\`;
    create table notes (id int primary key auto_increment, words text);
    insert into notes (words) select repeat('a', 2000) from seq_1_to_2000;
    create table people (id int primary key);
    insert into people values (1);`)
})
afterAll(async () => {
  await database.stop()
  rmSync(folder, { recursive: true, force: true })
})

describe('a disk that fails page by page', () => {
  it('is nothing to say while all of it can be read', async () => {
    expect(await lookForDamage(database, folder)).toEqual([])
    expect(existsSync(join(folder, 'damaged.json'))).toBe(false)
  })
  it('is said with the table, and how to get back what was noted', async () => {
    await database.stop()
    const file = join(database.data, database.name, 'notes.ibd')
    expect(statSync(file).size).toBeGreaterThan(30 * PAGE_BYTES)
    const broken = openSync(file, 'r+')
    for (const page of [10, 11, 12]) writeSync(broken, randomBytes(8000), 0, 8000, page * PAGE_BYTES + 100)
    closeSync(broken)
    await database.begin()
    const now = new Date(2026, 10, 28, 16, 59, 30)

    expect(await lookForDamage(database, folder, now)).toEqual(['notes'])
    expect(said).toContain('The table notes is damaged on the disk, and there is no backup.')
    expect(JSON.parse(readFileSync(join(folder, 'damaged.json'), 'utf8'))).toMatchObject({ tables: ['notes'] })

    mkdirSync(join(folder, 'backups'))
    writeFileSync(
      join(folder, 'backups', 'last.json'),
      JSON.stringify({ at: '2026-11-28T10:00:00Z', file: 'circle-x.sql.gz' }),
    )
    await lookForDamage(database, folder, now)
    expect(said).toContain(
      `npm run restore -- ${join(folder, 'backups', 'circle-x.sql.gz')} --until '2026-11-28 17:00'`,
    )
    // What is whole goes on.
    expect(database.ask(`select count(*) from \`${database.name}\`.people`).stdout).toMatch(/1/)
  })
  it('stays said where it could not be looked', async () => {
    const gone = Object.assign(Object.create(database), {
      spawnClient: () => database.spawnClient('mariadb', ['--execute', 'no question']),
    })
    expect(await lookForDamage(gone, folder)).toBeNull()
    expect(existsSync(join(folder, 'damaged.json'))).toBe(true)
  })
  it('is no longer said once the table is whole', async () => {
    database.ask(`drop table \`${database.name}\`.notes`)
    expect(await lookForDamage(database, folder)).toEqual([])
    expect(existsSync(join(folder, 'damaged.json'))).toBe(false)
  })
})
