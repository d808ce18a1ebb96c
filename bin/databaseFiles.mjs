import { spawnSync } from 'node:child_process'
import { chownSync, existsSync, mkdirSync, readFileSync, renameSync, rmSync } from 'node:fs'
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
      `--tmpdir=${ownTemporary(data, own, runsAs)}`,
      '--auth-root-authentication-method=socket',
      `--auth-root-socket-user=${own}`,
      '--skip-test-db',
    ],
    { encoding: 'utf8' },
  )
  if (made.status !== 0)
    throw new WayOut(
      `The database could not be made in ${dirname(data)}:\n${made.stderr || made.stdout}\n` +
        'Is there space on the disk, and may this account write there?',
    )
  renameSync(fresh, data)
}

/**
 * An empty folder for what a database keeps on its way to an answer, of its own: one that begins takes away whatever any
 * database left in its folder for that, and in the machine's own this is what another one is just working with.
 */
export function ownTemporary(data, own, runsAs = own) {
  const folder = `${data}.tmp`
  rmSync(folder, { recursive: true, force: true })
  mkdirSync(folder, { mode: 0o700 })
  if (runsAs !== own) giveTo(folder, runsAs)
  return folder
}

/** Makes a file or a folder another user's of this machine. @throws {WayOut} where there is no such user */
export function giveTo(path, user) {
  const asked = spawnSync('id', [user], { encoding: 'utf8' }).stdout
  const [, uid, gid] = /uid=(\d+).*? gid=(\d+)/.exec(asked) ?? []
  if (uid === undefined) throw new WayOut(`There is no user ${user} on this machine: install Debian's mariadb-server.`)
  chownSync(path, Number(uid), Number(gid))
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
