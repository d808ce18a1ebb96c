import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { writtenCode } from './codes.mjs'
import { readSettings, writeWhole } from './files.mjs'
import { root, runProgram } from './programs.mjs'
import { say, WayOut } from './say.mjs'

const SET_UP = ['--import', 'tsx', 'demo/setUp.ts']

/**
 * Brings the database to the newest shape, and puts the demo in as asked. Before anything changes, the data are copied
 * and the copy is compared; where a step fails, they are put back as they were, and that is said.
 *
 * @param wish `demo-when-empty`, `empty` or `reset-demo`
 */
export async function bringUpToDate(database, folder, wish) {
  // Of chance on each installation: nobody knows it from another one.
  const env = {
    ...process.env,
    ...database.ownersEnvironment,
    CIRCLE_DATA: folder,
    CIRCLE_DEMO_PASSWORD: writtenCode(4),
  }
  const { applied, pending } = standing(env)
  const marker = join(folder, 'migrating.json')
  const copy = applied.length > 0 && pending.length > 0 ? join(folder, `before-${pending.at(-1)}`) : null
  if (copy !== null) {
    say(`The database is to be brought up to date (${pending.join(', ')}): copying it first …`)
    // A copy of another day is no copy; one of a change that was cut short is of before it, and stays.
    if (readSettings(marker, (own) => own.copy)?.copy !== copy) rmSync(copy, { recursive: true, force: true })
    await database.copyTo(copy)
    writeWhole(marker, JSON.stringify({ copy }))
  }
  try {
    await runProgram(process.execPath, [...SET_UP, `--${wish}`], { env: { ...env, ...database.ownersEnvironment } })
  } catch (error) {
    if (copy === null) throw error
    const aside = await database.putBack(copy)
    rmSync(marker, { force: true })
    throw new WayOut(
      `The database could not be brought up to date; why is said above.\nIt was put back as it was before; what was made of it is kept in ${aside}.\nGo on with the version of before, and send its maker the words above.`,
    )
  }
  database.narrow()
  rmSync(marker, { force: true })
  keepNewestCopy(folder)
}

/** What was done to the database and what is to be done. */
function standing(env) {
  const asked = spawnSync(process.execPath, [...SET_UP, '--standing'], { cwd: root, env, encoding: 'utf8' })
  if (asked.status !== 0) throw new WayOut(asked.stderr.trim())
  return JSON.parse(asked.stdout.trim().split('\n').at(-1))
}

/** One copy of before the last change is enough; older ones go. */
function keepNewestCopy(folder) {
  const copies = readdirSync(folder)
    .filter((name) => name.startsWith('before-'))
    .map((name) => ({ path: join(folder, name), at: statSync(join(folder, name)).ctimeMs }))
    .toSorted((a, b) => b.at - a.at)
  for (const { path } of copies.slice(1)) if (existsSync(path)) rmSync(path, { recursive: true, force: true })
}
