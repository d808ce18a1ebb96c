import { execFileSync, spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { copyFileSync, mkdtempSync, readFileSync, renameSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import {
  backUp,
  backupsIn,
  backupsOf,
  KEPT,
  keptOf,
  lastBackup,
  OLDEST_MONTHS,
  readBackup,
} from '../../bin/backups.mjs'
import { startDatabase, stopDatabase } from '../../bin/database.mjs'
import { root } from '../../bin/programs.mjs'
import { restore } from '../../bin/restoring.mjs'
import { addPractice } from '../../server/database/accounts'
import { makeSession } from '../../server/database/sessions'
import { connect, databaseFromEnvironment } from '../../server/database/connection'
import { migrate } from '../../server/database/migrate'

/** What is backed up can be restored, to the second; what is damaged says so; nothing is lost on the way. */
const folder = mkdtempSync(join(tmpdir(), 'circle-backup-'))
const second = mkdtempSync(join(tmpdir(), 'circle-second-'))
const passphraseFile = join(second, 'passphrase')
let database: Awaited<ReturnType<typeof startDatabase>>
let db: ReturnType<typeof connect>
let practiceId = ''
let backup = ''

async function open(): Promise<void> {
  database = await startDatabase(folder)
  db = connect(databaseFromEnvironment({ ...process.env, ...database.ownersEnvironment }))
}
async function close(): Promise<void> {
  await db.destroy()
  await stopDatabase(folder)
}
beforeAll(async () => {
  writeFileSync(passphraseFile, 'four quiet words here\n')
  await open()
  await migrate(db)
  const lead = { email: 'a@b.example', name: 'A Lead', role: 'lead', passwordHash: 'x' } as const
  const account = await addPractice(db, 'Here', lead, randomUUID())
  practiceId = account.practiceId
  await makeSession(db, account, { idHash: '0'.repeat(64), on: 'a tablet', passwordHash: 'x' })
  await note('before the backup')
}, 120_000)
afterAll(async () => {
  await close()
  for (const one of [folder, second]) rmSync(one, { recursive: true, force: true })
})

const note = (name: string) =>
  db('venues').insert({
    ...{ id: randomUUID(), practice_id: practiceId, name, address: 'Straße 1', room_length_m: 9, room_width_m: 8 },
    ...{ emergency_plan: '', defibrillator: '', cupboard: '{}' },
  })
const notes = async () => (await db('venues').orderBy('name').select('name')).map((row) => row.name)
/** Everything that is stored, as an independent program writes it. */
const dumped = () =>
  database
    .client('mariadb-dump', ['--skip-comments', '--order-by-primary', '--skip-dump-date', 'circle'])
    .stdout.replace(/ AUTO_INCREMENT=\d+/g, '')

describe('a backup', () => {
  it('is one file with its sum beside it, read back, and copied to a second folder', async () => {
    const made = await backUp(database, folder, { second: join(second, 'copies') })
    backup = made.path
    expect(lastBackup(folder)).toMatchObject({ file: made.file, at: made.at })
    for (const place of [backupsOf(folder), join(second, 'copies')]) {
      expect(backupsIn(place)).toEqual([made.file])
      // The sum is one that coreutils read, the file one that gzip reads.
      execFileSync('sha256sum', ['--check', '--quiet', `${made.file}.sha256`], { cwd: place })
      expect(execFileSync('gzip', ['-dc', made.file], { cwd: place }).toString()).toContain('-- Dump completed')
    }
  })
  it('is refused where it was changed or cut short anywhere, and says so', async () => {
    const bytes = readFileSync(backup)
    const damaged = join(second, 'circle-20260101T000000Z.sql.gz')
    for (const cut of [0, 10, Math.floor(bytes.length / 2), bytes.length - 9, bytes.length - 1]) {
      writeFileSync(damaged, bytes)
      truncateSync(damaged, cut)
      await expect(readBackup(damaged)).rejects.toThrow(/cannot be read|cut short/)
    }
    const changed = Buffer.from(bytes)
    changed[Math.floor(bytes.length / 2)]! ^= 1
    writeFileSync(damaged, changed)
    copyFileSync(`${backup}.sha256`, `${damaged}.sha256`)
    await expect(readBackup(damaged)).rejects.toThrow('is damaged: it is not what was written')
    await expect(readBackup(join(second, 'nowhere'))).rejects.toThrow('There is no file')
  })
  it('is encrypted with a passphrase, so that gpg reads it and nobody else', async () => {
    const made = await backUp(database, folder, { passphraseFile, now: new Date(Date.now() + 2000) })
    expect(readFileSync(made.path).includes(Buffer.from('before the backup'))).toBe(false)
    await expect(readBackup(made.path)).rejects.toThrow('say where the passphrase is, with --passphrase-file FILE')
    expect(await readBackup(made.path, { passphraseFile })).toMatchObject({ position: expect.any(Number) })
    const other = join(second, 'other')
    writeFileSync(other, 'something else')
    await expect(readBackup(made.path, { passphraseFile: other })).rejects.toThrow('the passphrase is another one')
  })
  it('says in one line what it holds when it is checked', () => {
    const asked = spawnSync(process.execPath, [join(root, 'bin/backup.mjs'), 'check', backup], {
      env: { ...process.env, CIRCLE_DATA: folder },
      encoding: 'utf8',
    })
    expect([asked.stderr, asked.status]).toEqual(['', 0])
    expect(asked.stdout).toContain(`${backup} is whole: 1 practice, 0 people, 0 meetings, 0 notes.`)
  })
})

describe('a restore', () => {
  it('goes to a moment: what was before it is there, what came after is not', async () => {
    await note('between')
    await db('venues').where({ name: 'before the backup' }).update({ address: 'changed' })
    // Signed out since the backup: going back does not sign anybody in again.
    await db('sessions').delete()
    const wanted = dumped()
    await wait(1500)
    const moment = new Date()
    moment.setMilliseconds(0)
    await wait(1000)
    await note('too late')
    await close()
    const { rows, aside } = await restore(folder, backup, { until: moment })
    expect(rows).toMatchObject({ venues: 2, practices: 1 })
    await open()
    expect(await notes()).toEqual(['before the backup', 'between'])
    expect(dumped()).toBe(wanted)
    // Nothing was thrown away, and the log goes on from there.
    expect(execFileSync('ls', [aside]).toString()).toContain('binlog.000001')
    await expect(backUp(database, folder)).resolves.toMatchObject({ bytes: expect.any(Number) })
  }, 120_000)
  it('alone goes to when it was made; a moment before that is refused', async () => {
    await close()
    await expect(restore(folder, backup, { until: new Date('2020-01-01T10:00:00Z') })).rejects.toThrow(
      'after the minute that is wanted: take an older one',
    )
    await restore(folder, backup)
    await open()
    expect(await notes()).toEqual(['before the backup'])
    expect(await db('sessions')).toEqual([])
  }, 120_000)
  it('that was cut short between its last two steps is finished by the next start', async () => {
    await close()
    renameSync(join(folder, 'mariadb'), join(folder, 'mariadb.restored'))
    await open()
    expect(await notes()).toEqual(['before the backup'])
  }, 120_000)
  it('that fails leaves what was there', async () => {
    const bad = join(second, 'circle-20270101T000000Z.sql.gz')
    writeFileSync(bad, readFileSync(backup).subarray(0, 2000))
    await close()
    await expect(restore(folder, bad)).rejects.toThrow(/cannot be read|cut short|could not be read/)
    await open()
    expect(await notes()).toEqual(['before the backup'])
  }, 120_000)
})

describe('what is kept', () => {
  it('is the newest of seven days, four weeks and twelve months', () => {
    const at = (day: number) => new Date(Date.UTC(2026, 0, 1 + day, 10))
    const names = Array.from(
      { length: 800 },
      (_, day) => `circle-${at(day).toISOString().replace(/[-:]/g, '').slice(0, 15)}Z.sql.gz`,
    )
    const kept = [...keptOf(names, at(799))].sort()
    const days = kept.map((name) => names.indexOf(name))
    expect(days.slice(-KEPT.day)).toEqual([793, 794, 795, 796, 797, 798, 799])
    expect(new Set(days.map((day) => at(day).toISOString().slice(0, 7))).size).toBe(KEPT.month)
    expect(kept.length).toBeLessThanOrEqual(KEPT.day + KEPT.week + KEPT.month)
    // Weeks: Sundays, as the last day of each; checked against the calendar.
    const sundays = days.filter((day) => at(day).getUTCDay() === 0)
    expect(sundays.length).toBeGreaterThanOrEqual(KEPT.week - 1)
  })
  it('is none that is older than what is said when somebody is erased, however seldom they were made', () => {
    // A machine that is started twice a year: its old backups are not among twelve months of others.
    const now = new Date(Date.UTC(2026, 10, 29, 10))
    const months = [0, 6, 12, 13, 14, 18, 30]
    const names = months.map((ago) => {
      const at = new Date(Date.UTC(2026, 10 - ago, 29, 9, 59))
      return `circle-${at.toISOString().replace(/[-:]/g, '').slice(0, 15)}Z.sql.gz`
    })
    const kept = keptOf(names, now)
    expect(months.filter((_, at) => kept.has(names[at]!))).toEqual([0, 6, 12])
    expect(OLDEST_MONTHS).toBe(13)
  })
})
