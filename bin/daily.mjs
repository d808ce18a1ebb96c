import { backUp, lastBackup } from './backups.mjs'
import { lookForDamage } from './damaged.mjs'
import { say } from './say.mjs'

const FIRST_LOOK_MS = 60_000
const LOOK_EVERY_MS = 3_600_000
const DUE_AFTER_MS = 23.5 * 3_600_000

/** Whether the last good backup is of more than a day ago, or there is none. */
export function isDue(last, now) {
  return last === null || now - Date.parse(last.at) > DUE_AFTER_MS
}

/** Entries of both logs that a practice keeps no longer; the server itself has no right to take any away. */
export function dropOldLogs(database) {
  const drop = (table) => `
    delete l from ${table} l join practices p on p.id = l.practice_id
    where p.keep_logs_months is not null and l.at < utc_timestamp() - interval p.keep_logs_months month;`
  const asked = database.ask(`use \`${database.name}\`; ${drop('health_log')} ${drop('access_log')}`)
  if (asked.status !== 0) throw new Error(`Old entries of the logs could not be taken away: ${asked.stderr}`)
}

/**
 * Backs up once a day, a minute after the start at the earliest; where it fails that is said, and tried again in an
 * hour.
 *
 * @returns how it is ended
 */
export function keepBackedUp(database, folder, options) {
  let busy = Promise.resolve()
  const look = () => {
    if (!isDue(lastBackup(folder), Date.now())) return
    busy = lookForDamage(database, folder)
      .then(() => backUp(database, folder, options))
      .then(({ path }) => say(`Backed up for today: ${path}`))
      .catch((error) => say(`The daily backup failed: ${error.message}`))
      // What fails here keeps no backup from being made.
      .then(() => dropOldLogs(database))
      .catch((error) => say(error.message))
  }
  const timers = [setTimeout(look, FIRST_LOOK_MS), setInterval(look, LOOK_EVERY_MS)]
  return async () => {
    timers.forEach(clearInterval)
    await busy
  }
}
