import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startDatabase } from '../../bin/database.mjs'
import { freePort } from '../../bin/ports.mjs'
import { root } from '../../bin/programs.mjs'
import { OWN_DATABASE, TEST_DATA } from '../demoData'
import { starter } from '../starting'

/** A database that somebody else runs, beside the one of the start command: brought up to date once, then served. */
const folder = mkdtempSync(join(tmpdir(), 'circle-there-'))
const start = starter(folder)
let database: Awaited<ReturnType<typeof startDatabase>>
beforeAll(async () => {
  database = await startDatabase(TEST_DATA, OWN_DATABASE)
  database.empty()
})
afterAll(() => {
  database.drop()
  rmSync(folder, { recursive: true, force: true })
})

/** Its address for one of its users, with the password in a file, as an operator would write it. */
function urlFor(environment: Record<string, string>): string {
  const file = join(folder, environment.NUXT_DATABASE_USER!)
  writeFileSync(file, `${environment.NUXT_DATABASE_PASSWORD}\n`)
  const { NUXT_DATABASE_USER: user, NUXT_DATABASE_PORT: port, NUXT_DATABASE_NAME: name } = environment
  return `mysql://${user}@127.0.0.1:${port}/${name}?password-file=${file}`
}
const migrate = (...args: string[]) => {
  const asked = spawnSync(process.execPath, ['bin/migrate.mjs', ...args], { cwd: root, encoding: 'utf8' })
  return { status: asked.status, said: `${asked.stdout}${asked.stderr}` }
}

describe('a database that somebody else runs', () => {
  it('is refused with the way out where its address is none, or it is not there', async () => {
    const none = start(['--database', 'postgres://somewhere/else', '--port', String(await freePort())])
    expect(await none.ended).toBe(1)
    expect(none.said()).toContain('This is no address of a database. It looks like')
    const url = `mysql://circle@127.0.0.1:${await freePort()}/circle`
    const away = start(['--database', url, '--port', String(await freePort())])
    expect(await away.ended).toBe(1)
    expect(away.said()).toContain('The database cannot be asked:')
    expect(migrate()).toMatchObject({ status: 1, said: expect.stringContaining('Say which database') })
  })
  it('is not served before it is up to date', async () => {
    const run = start(['--database', urlFor(database.ownersEnvironment), '--port', String(await freePort())])
    expect(await run.ended).toBe(1)
    expect(run.said()).toContain('npm run migrate -- --database mysql://…')
  })
  it('is brought up to date by its owner, and served by a user who may change no table', async () => {
    const owner = urlFor(database.ownersEnvironment)
    expect(migrate('--database', owner)).toMatchObject({ status: 0, said: expect.stringContaining('031_several') })
    // Once more there is nothing to do.
    expect(migrate('--database', owner).said).not.toContain('Database brought up to date')
    const rights = migrate('--database', owner, '--rights', `'${database.user}'@'127.0.0.1'`)
    expect(rights.said).toContain(`grant select, insert on \`${database.name}\`.\`ledger\` to '${database.user}'@`)
    expect(database.ask(rights.said).status).toBe(0)
    const port = await freePort()
    const run = start(['--database', urlFor(database.environment), '--port', String(port)], 'Ctrl-C ends it.')
    await run.heard
    const address = `http://127.0.0.1:${port}`
    expect(await (await fetch(`${address}/api/ready`)).json()).toMatchObject({ ok: true, isBackedUpElsewhere: true })
    // Nobody sets up a practice in the browser here, and no database was started for it.
    expect(run.said()).not.toContain('Code to set it up with')
    expect(run.said()).not.toContain('Making the database')
    run.child.kill('SIGINT')
    expect(await run.ended).toBe(0)
  }, 180_000)
})
