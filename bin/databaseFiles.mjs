import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync, renameSync, rmSync } from 'node:fs'
import { dirname } from 'node:path'
import { requireProgram } from './programs.mjs'
import { say, WayOut } from './say.mjs'

/** Makes the files of a new database; what was cut short is begun anew, so they are whole or not there. */
export function makeFiles(data, own, runsAs = own) {
  say('Making the database …')
  const fresh = `${data}.new`
  rmSync(fresh, { recursive: true, force: true })
  const made = spawnSync(
    requireProgram('mariadb-install-db'),
    [
      '--no-defaults',
      `--user=${runsAs}`,
      `--datadir=${fresh}`,
      '--auth-root-authentication-method=socket',
      `--auth-root-socket-user=${own}`,
      '--skip-test-db',
    ],
    { encoding: 'utf8' },
  )
  if (made.status !== 0)
    throw new WayOut(
      `The database could not be made in ${dirname(data)}:\n${made.stderr || made.stdout}\nIs there space on the disk, and may this account write there?`,
    )
  renameSync(fresh, data)
}

/** The last lines of a database's log that say what is wrong; empty: there is none. */
export function lastWordsIn(log) {
  if (!existsSync(log)) return ''
  const lines = readFileSync(log, 'utf8').split('\n')
  return lines
    .filter((line) => /error|warn/i.test(line))
    .slice(-6)
    .join('\n')
}
