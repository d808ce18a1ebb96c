import { createHash } from 'node:crypto'
import {
  closeSync,
  cpSync,
  existsSync,
  fsyncSync,
  openSync,
  readdirSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
  writeSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import { WayOut } from './say.mjs'

/** Writes a file so that it is the old one or the new one, whenever the power goes. */
export function writeWhole(file, text) {
  const fresh = `${file}.new`
  try {
    const to = openSync(fresh, 'w', 0o600)
    writeSync(to, text)
    fsyncSync(to)
    closeSync(to)
    renameSync(fresh, file)
    syncFolder(dirname(file))
  } catch (error) {
    throw cannotWrite(file, error)
  }
}

/** What a folder or a disk that cannot be written to says. */
export function cannotWrite(path, error) {
  if (error.code === 'EROFS' || error.code === 'EACCES' || error.code === 'EPERM')
    return new WayOut(
      `${path} cannot be written: the folder is read-only for this account.\n` +
        'Give the account the right to write there, or choose another folder: ' +
        ' CIRCLE_DATA=/some/folder npm start',
    )
  if (error.code === 'ENOSPC')
    return new WayOut(`${path} cannot be written: the disk is full. Make room, then start again; nothing was changed.`)
  return error
}

/** A file of settings; null where there is none, or it was cut short: then it is set aside, and said. */
export function readSettings(file, isWhole) {
  if (!existsSync(file)) return null
  try {
    const settings = JSON.parse(readFileSync(file, 'utf8'))
    if (isWhole(settings)) return settings
  } catch {
    // Cut short, or empty.
  }
  renameSync(file, `${file}.damaged`)
  process.stdout.write(`· ${file} was damaged: it is set aside as ${file}.damaged, and a new one is made.\n`)
  return null
}

/** Copies a folder beside another, compares the two file by file, and only then gives it its name. */
export function copyWhole(from, to) {
  const fresh = `${to}.new`
  rmSync(fresh, { recursive: true, force: true })
  try {
    cpSync(from, fresh, { recursive: true, preserveTimestamps: true })
  } catch (error) {
    rmSync(fresh, { recursive: true, force: true })
    throw cannotWrite(to, error)
  }
  for (const file of filesIn(from)) {
    if (!isSame(join(from, file), join(fresh, file))) throw new WayOut(`${to} is no true copy of ${from}.`)
    syncFile(join(fresh, file))
  }
  renameSync(fresh, to)
  syncFolder(dirname(to))
}

/** The SHA-256 of a file, hexadecimal. */
export function hashOf(file) {
  const hash = createHash('sha256')
  for (const piece of piecesOf(file)) hash.update(piece)
  return hash.digest('hex')
}

/** Whether two files hold the same, byte by byte. */
function isSame(one, other) {
  if (statSync(one).size !== statSync(other).size) return false
  const others = piecesOf(other)
  for (const piece of piecesOf(one)) if (!others.next().value?.equals(piece)) return false
  return true
}

/** A file by pieces of a megabyte, each in the place of the one before. */
function* piecesOf(file) {
  const from = openSync(file, 'r')
  try {
    const room = Buffer.allocUnsafe(1 << 20)
    for (let read = readSync(from, room); read > 0; read = readSync(from, room)) yield room.subarray(0, read)
  } finally {
    closeSync(from)
  }
}

function filesIn(folder, under = '') {
  return readdirSync(join(folder, under)).flatMap((name) => {
    const path = join(under, name)
    return statSync(join(folder, path)).isDirectory() ? filesIn(folder, path) : [path]
  })
}

/** Waits until a file is on the disk. */
export function syncFile(file) {
  const own = openSync(file, 'r')
  fsyncSync(own)
  closeSync(own)
}

function syncFolder(folder) {
  syncFile(folder)
}
