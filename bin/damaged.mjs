import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { backupsOf, lastBackup } from './backups.mjs'
import { writeWhole } from './files.mjs'
import { say } from './say.mjs'

/** Where the server reads what is damaged: its health is red then. */
const NOTE = 'damaged.json'

/**
 * Looks whether every table can be read to its end, and says what to do where one cannot. A disk that fails does so
 * page by page: everything else goes on, and whoever needs that page gets an error.
 *
 * @returns the tables that cannot; null: it could not be looked, and what was noted before stays
 */
export async function lookForDamage(database, folder, now = new Date()) {
  const tables = await damagedTables(database)
  if (tables === null) return null
  if (tables.length === 0) rmSync(join(folder, NOTE), { force: true })
  else {
    writeWhole(join(folder, NOTE), JSON.stringify({ at: now.toISOString(), tables }))
    say(damageWords(tables, folder, now))
  }
  return tables
}

/** The database's own check of all tables, page by page; null where it does not answer to the end. */
async function damagedTables(database) {
  const listed = await answerOf(
    database,
    `select table_name from information_schema.tables where table_schema = '${database.name}'`,
  )
  if (listed === null || listed.length === 0) return listed
  const names = listed.map(([name]) => `\`${database.name}\`.\`${name}\``)
  const checked = await answerOf(database, `check table ${names.join(', ')}`)
  const bad = checked?.filter(([, , kind, words]) => kind === 'error' || (kind === 'status' && words !== 'OK'))
  return bad ? [...new Set(bad.map(([table]) => table.split('.').at(-1)))] : null
}

/** Rows of an answer, cell by cell; null where the database does not answer: whoever watches it says so. */
function answerOf(database, sql) {
  const child = database.spawnClient('mariadb', ['--batch', '--skip-column-names', '--execute', sql])
  return new Promise((resolve) => {
    let text = ''
    child.stdout.on('data', (chunk) => (text += chunk))
    child.on('error', () => resolve(null))
    child.on('close', (code) =>
      resolve(
        code !== 0
          ? null
          : text
              .split('\n')
              .filter((line) => line !== '')
              .map((line) => line.split('\t')),
      ),
    )
  })
}

/** What stands in the window: what is damaged, what is not, and how to get it back. */
export function damageWords(tables, folder, now) {
  const which =
    `${tables.length === 1 ? 'The table' : 'The tables'} ${tables.join(', ')} ` +
    `${tables.length === 1 ? 'is' : 'are'} damaged on the disk`
  const last = lastBackup(folder)
  if (last === null)
    return (
      `${which}, and there is no backup. End this with Ctrl-C, copy the folder ${folder} as it ` +
      'is before anything else, and look at the disk.'
    )
  // The restore goes by whole minutes, and what is of this minute is wanted too.
  const soon = new Date(now.getTime() + 60_000)
  const two = (number) => String(number).padStart(2, '0')
  const day = [soon.getFullYear(), two(soon.getMonth() + 1), two(soon.getDate())].join('-')
  const until = `${day} ${two(soon.getHours())}:${two(soon.getMinutes())}`
  return (
    `${which}. Look at the disk and end this with Ctrl-C; ` +
    'what was stored comes back from the backup and the log of changes by\n' +
    `  npm run restore -- ${join(backupsOf(folder), last.file)} --until '${until}'`
  )
}
