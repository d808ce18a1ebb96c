import { chmodSync, existsSync, mkdtempSync, rmdirSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { processes } from './processes.mjs'

/** A socket's path is so long at most. */
const PATH_BYTES = 107
/** What a file's mode says of everybody but its owner. */
const OF_OTHERS = 0o077
const APART = join(tmpdir(), 'circle-socket-')

/**
 * Where a database is to listen, under a name that nobody else of this machine can take first: in the folder of its
 * data, which is made its owner's alone; where that lies too deep, in a new folder that is as private.
 */
export function freshSocket(folder) {
  const beside = join(folder, 'mariadb.sock')
  if (Buffer.byteLength(beside) > PATH_BYTES) return join(mkdtempSync(APART), 'mariadb.sock')
  const { mode } = statSync(folder)
  if (mode & OF_OTHERS) chmodSync(folder, mode & ~OF_OTHERS)
  return beside
}

/** Takes away a folder that was made for a socket; never one with anything else in it. */
export function leaveSocket(socket) {
  const made = dirname(socket)
  if (!made.startsWith(APART) || !existsSync(made)) return
  rmSync(socket, { force: true })
  rmdirSync(made)
}

/** The process that serves a folder of data, if it lives, and where it listens: by what the system knows of it. */
export function servingOf(data) {
  const own = `--datadir=${data}`
  const found = processes().find(({ args }) => args[0]?.endsWith('mariadbd') && args.includes(own))
  if (!found) return null
  const said = found.args.find((arg) => arg.startsWith('--socket='))
  return { pid: found.pid, socket: said?.slice('--socket='.length) }
}
