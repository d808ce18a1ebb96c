import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { readSettings } from './files.mjs'

/** Where a start command says that it is the one of a data folder. */
export function startedFileOf(folder) {
  return join(folder, 'started.json')
}

/** The other start command that lives on a data folder, with its address once it has one; null: there is none. */
export function runningStart(folder) {
  const started = readSettings(startedFileOf(folder), (own) => Number.isInteger(own.pid))
  if (started === null || started.pid === process.pid) return null
  try {
    return readFileSync(`/proc/${started.pid}/cmdline`, 'utf8').includes('start.mjs') ? started : null
  } catch {
    return null
  }
}
