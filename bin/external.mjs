import { spawnSync } from 'node:child_process'
import { environmentOf, ownersEnvironmentOf } from './databaseUrl.mjs'
import { root, runProgram } from './programs.mjs'
import { WayOut } from './say.mjs'
import { SET_UP, SET_UP_UNBUILT } from './setUp.mjs'

/**
 * A database that somebody else runs, and that other servers of the application may use too: it is neither started nor
 * stopped nor backed up here.
 *
 * @param url its address, with the user of the application
 * @param ownersUrl the same with a user that makes and changes tables; empty: it is brought up to date by `npm run
 * migrate`
 */
export class External {
  constructor(url, ownersUrl = '') {
    this.environment = environmentOf(url)
    this.ownersEnvironment = ownersUrl === '' ? null : ownersEnvironmentOf(ownersUrl)
  }

  /** Brings it to the newest shape where that is to be done and can be; waits for whoever is at it. */
  async bringUpToDate() {
    const { pending } = this.standing()
    if (pending.length === 0) return
    if (this.ownersEnvironment === null)
      throw new WayOut(
        `The database is not up to date (${pending.join(', ')}).\n` +
          'Bring it there once, with a user that may change tables: ' +
          ' npm run migrate -- --database mysql://…',
      )
    await bringUpToDate(this.ownersEnvironment)
  }

  standing() {
    const asked = spawnSync(process.execPath, [...SET_UP, '--standing'], {
      ...{ cwd: root, encoding: 'utf8', env: { ...process.env, ...this.environment } },
    })
    if (asked.status === 0) return JSON.parse(asked.stdout.trim().split('\n').at(-1))
    throw new WayOut(`The database cannot be asked:\n${asked.stderr.trim().split('\n').slice(0, 3).join('\n')}`)
  }
}

/** Brings a database to the newest shape, one step at a time; what was begun and not ended is taken up. */
export async function bringUpToDate(ownersEnvironment) {
  await runProgram(process.execPath, [...SET_UP_UNBUILT, '--empty'], { env: { ...process.env, ...ownersEnvironment } })
}
