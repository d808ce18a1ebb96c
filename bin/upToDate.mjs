import { existsSync, readdirSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { writtenCode } from './codes.mjs'
import { readSettings, writeWhole } from './files.mjs'
import { say, WayOut } from './say.mjs'
import { setUp } from './setUp.mjs'

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
  const marker = join(folder, 'migrating.json')
  const pending = await setUp(env, [wish, 'copy-first'])
  const copy = join(folder, `before-${pending.at(-1)}`)
  if (pending.length > 0) await changeShape(database, { env, wish, marker, copy, pending })
  database.narrow()
  rmSync(marker, { force: true })
  keepNewestCopy(folder)
}

/** Changes the data's shape, with a copy of before beside them. */
async function changeShape(database, { env, wish, marker, copy, pending }) {
  say(`The database is to be brought up to date (${pending.join(', ')}): copying it first …`)
  // A copy of another day is no copy; one of a change that was cut short is of before it, and stays.
  if (readSettings(marker, (own) => own.copy)?.copy !== copy) rmSync(copy, { recursive: true, force: true })
  await database.copyTo(copy)
  writeWhole(marker, JSON.stringify({ copy }))
  try {
    // Where it answers may have changed with the copying.
    await setUp({ ...env, ...database.ownersEnvironment }, [wish])
  } catch (error) {
    const aside = await database.putBack(copy)
    rmSync(marker, { force: true })
    throw new WayOut(
      `${error.message}\n\nThe database could not be brought up to date; why is said above.\n` +
        `It was put back as it was before; what was made of it is kept in ${aside}.\n` +
        'Go on with the version of before, and send its maker the words above.',
    )
  }
}

/** One copy of before the last change is enough; older ones go. */
function keepNewestCopy(folder) {
  const copies = readdirSync(folder)
    .filter((name) => name.startsWith('before-'))
    .map((name) => ({ path: join(folder, name), at: statSync(join(folder, name)).ctimeMs }))
    .toSorted((a, b) => b.at - a.at)
  for (const { path } of copies.slice(1)) if (existsSync(path)) rmSync(path, { recursive: true, force: true })
}
