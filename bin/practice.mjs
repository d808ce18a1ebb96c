import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { writtenCode } from './codes.mjs'
import { startDatabase } from './database.mjs'
import { servingOf } from './databaseSocket.mjs'
import { ownersEnvironmentOf } from './databaseUrl.mjs'
import { buildWhenChanged, installModules, root } from './programs.mjs'
import { run, WayOut } from './say.mjs'

/**
 * `npm run practice -- COMMAND …`: what whoever runs an installation does with its practices; what it can do is said in
 * `server/operate/practice.ts`. Of the database that CIRCLE_OWNER_URL or `--database` names, or of the start command's
 * own.
 */
await run(async () => {
  const { database, to, rest } = readOptions()
  await installModules()
  await buildWhenChanged()
  const folder = process.env.CIRCLE_DATA ?? join(root, '.data')
  const wasRunning = servingOf(join(folder, 'mariadb')) !== null
  const own = database === '' ? await startDatabase(folder) : null
  const env = {
    ...process.env,
    ...(own ? own.ownersEnvironment : ownersEnvironmentOf(database)),
    CIRCLE_NEW_PASSWORD: writtenCode(4),
    ...(to === '' ? {} : { CIRCLE_MOVE_TO: JSON.stringify(ownersEnvironmentOf(to)) }),
  }
  const { status } = spawnSync(process.execPath, [join(root, '.output/server/practice.mjs'), ...rest], {
    ...{ cwd: root, stdio: 'inherit', env },
  })
  if (own && !wasRunning) await own.stop()
  process.exitCode = status ?? 1
})

/** Addresses of databases are taken out: they may hold a password, and everybody sees what a program is called with. */
function readOptions() {
  const { values, tokens } = parseArgs({
    ...{ strict: false, allowPositionals: true, tokens: true },
    options: { database: { type: 'string' }, to: { type: 'string' } },
  })
  const taken = new Set(
    tokens.flatMap(({ kind, name, index, inlineValue }) => {
      if (kind !== 'option' || !['database', 'to'].includes(name)) return []
      return inlineValue ? [index] : [index, index + 1]
    }),
  )
  const rest = process.argv.slice(2).filter((_, at) => !taken.has(at))
  const to = values.to ?? ''
  if (rest[0] === 'move' && to === '') throw new WayOut('Say where to:  npm run practice -- move ID --to mysql://…')
  return { database: values.database ?? process.env.CIRCLE_OWNER_URL ?? '', to, rest }
}
