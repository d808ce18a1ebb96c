import { parseArgs } from 'node:util'
import { ownersEnvironmentOf } from './databaseUrl.mjs'
import { rightsOn } from './databaseUsers.mjs'
import { bringUpToDate } from './external.mjs'
import { installModules } from './programs.mjs'
import { run, say, WayOut } from './say.mjs'
import { tablesOf } from './tablesOf.mjs'

/**
 * `npm run migrate -- --database URL`: brings a database that somebody else runs up to date, once, whoever else does it
 * at the same time; the user of the address has to be one that makes and changes tables. `--rights USER` then writes
 * the statements that give the application's user what it needs, for whoever may give rights.
 */
await run(async () => {
  const { database, rights } = readOptions()
  await installModules()
  const environment = ownersEnvironmentOf(database)
  if (rights !== '') return writeRights(environment, rights)
  await bringUpToDate(environment)
  say('The database has the newest shape.')
})

function readOptions() {
  const options = {
    database: { type: 'string', default: process.env.CIRCLE_OWNER_URL ?? '' },
    rights: { type: 'string', default: '' },
  }
  try {
    const { values } = parseArgs({ options })
    if (values.database !== '') return values
  } catch {
    // Said below.
  }
  throw new WayOut(
    'Say which database:  npm run migrate -- --database mysql://…  (or CIRCLE_OWNER_URL). ' +
      "The start command's own is brought up to date by npm start.\n" +
      "For the rights of the application's user:  --rights \"'circle'@'10.0.0.%'\"",
  )
}

async function writeRights(environment, user) {
  const name = environment.NUXT_DATABASE_NAME
  for (const table of await tablesOf(environment))
    process.stdout.write(`grant ${rightsOn(table)} on \`${name}\`.\`${table}\` to ${user};\n`)
}
