import { WayOut } from './say.mjs'

/** Only ever added to: who decided what, who looked, who signed in. */
const APPEND_ONLY = ['ledger', 'health_log', 'access_log']

/** What the application may do with a table. */
export function rightsOn(table) {
  if (APPEND_ONLY.includes(table)) return 'select, insert'
  return table.startsWith('knex_') ? 'select' : 'select, insert, update, delete'
}

/** A user as statements name them: of this machine alone. */
export const accountOf = (user) => `'${user}'@'127.0.0.1'`

/**
 * Two users of a database's own: who makes and changes its tables, and the application, which is given its rights
 * later.
 */
export function makeUsers(database) {
  const { name, user, owner } = database
  const { password, ownersPassword } = database.settings
  const made = (called, by) => `
    create user if not exists ${accountOf(called)} identified by '${by}';
    alter user ${accountOf(called)} identified by '${by}';`
  const rights = 'select, insert, update, delete, create, alter, drop, index, references'
  const asked = database.ask(`
    create database if not exists \`${name}\` character set utf8mb4 collate utf8mb4_unicode_ci;
    ${made(user, password)}
    ${made(owner, ownersPassword)}
    grant ${rights} on \`${name}\`.* to ${accountOf(owner)};`)
  if (asked.status !== 0) throw new WayOut(`The database user could not be made:\n${asked.stderr}`)
}

/**
 * Gives the application what it needs on the tables that are there, and nothing besides: it changes no table, and what
 * is only ever added to it can neither change nor take away.
 */
export function giveRights(database) {
  const { name, user } = database
  const asking = `select table_name from information_schema.tables where table_schema = '${name}';`
  const [, ...tables] = database.ask(asking).stdout.trim().split('\n')
  const account = accountOf(user)
  const grants = tables.map((table) => `grant ${rightsOn(table)} on \`${name}\`.\`${table}\` to ${account};`)
  const asked = database.ask(`revoke all privileges, grant option from ${account};\n${grants.join('\n')}`)
  if (asked.status !== 0) throw new WayOut(`The database user could not be given its rights:\n${asked.stderr}`)
}
