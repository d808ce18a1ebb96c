import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { join } from 'node:path'
import { root } from './programs.mjs'
import { WayOut } from './say.mjs'

/** What brings a database to its newest shape and puts the demo in, as it was built: see demo/setUp.ts. */
export const SET_UP = [join(root, '.output/server/setUp.mjs')]
/** The same where the application was perhaps not built since it changed. */
export const SET_UP_UNBUILT = ['--import', 'tsx', 'demo/setUp.ts']

/**
 * Sets a database up as is wished.
 *
 * @param env says where it is, with the user who makes its tables
 * @param wishes options of demo/setUp.ts; with `--copy-first` nothing is done to data that would change their shape
 * @returns the steps that wait for a copy; none: it is set up
 * @throws {WayOut} with the program's own words, which are not shown otherwise
 */
export async function setUp(env, wishes) {
  const stdio = ['ignore', 'inherit', 'pipe', 'ipc']
  const child = spawn(process.execPath, [...SET_UP, ...wishes.map((wish) => `--${wish}`)], { cwd: root, env, stdio })
  let pending = []
  let words = ''
  child.on('message', (message) => (pending = message.pending))
  child.stderr.on('data', (chunk) => (words += chunk))
  const [code] = await once(child, 'close')
  if (code !== 0) throw new WayOut(words.trim() || `Setting the database up ended with code ${code}.`)
  process.stderr.write(words)
  return pending
}
