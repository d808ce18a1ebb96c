import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { Instance } from '../../bin/database.mjs'

const folder = mkdtempSync(join(tmpdir(), 'circle-beside-'))
/** A table that another database of this machine is just sorting something in. */
const others = join(tmpdir(), `#sql-temptable-${process.pid}-beside.MAI`)
const own = join(folder, 'mariadb.tmp')
const left = join(own, '#sql-temptable-left.MAI')
const database = new Instance(folder)

beforeAll(async () => {
  writeFileSync(others, '')
  mkdirSync(own)
  writeFileSync(left, '')
  await database.begin()
})
afterAll(async () => {
  await database.stop()
  rmSync(folder, { recursive: true, force: true })
  rmSync(others, { force: true })
})

describe('a database that begins beside others', () => {
  it('takes nothing away that another one is working with', () => {
    expect(existsSync(others)).toBe(true)
  })
  it('works in a folder of its own, without what an earlier one left there', () => {
    expect(database.ask('select @@tmpdir').stdout.trim().split('\n').at(-1)).toBe(own)
    expect(readdirSync(own)).toEqual([])
  })
})
