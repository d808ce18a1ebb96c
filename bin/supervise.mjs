import { setTimeout as wait } from 'node:timers/promises'
import { say } from './say.mjs'

/** Waits before each new try, milliseconds: growing, and from the beginning again after so long up. */
const WAITS_MS = [200, 500, 1000, 2000, 4000, 8000, 15_000, 30_000]
const STEADY_MS = 30_000
/** So many tries in a row that never got ready, and nobody here can mend it. */
const TRIES = 12

/** Why a process ended, in words. */
export function whyEnded({ exitCode, signalCode }) {
  if (signalCode === 'SIGKILL') return 'it was killed, or the machine ran out of memory'
  if (signalCode) return `it was ended by ${signalCode}`
  return `it ended by itself with code ${exitCode}`
}

/** The words why, once a process has ended. */
export function endOf(child) {
  return new Promise((resolve) => child.once('exit', () => resolve(whyEnded(child))))
}

/**
 * Keeps something running: starts it, and starts it again whenever it ends, after growing waits. Says each time why.
 *
 * @param name as it is called in sentences, `the server`
 * @param begin starts it and waits until it is ready; returns `{ ended }`, a promise of the words why it ended
 * @param giveUp called with the words why, once it never got ready for so many tries
 */
export class Kept {
  constructor({ name, begin, giveUp }) {
    Object.assign(this, { name, begin, giveUp })
    this.isEnding = false
    this.tries = 0
  }

  /** The first start: what goes wrong in it is thrown. */
  async start() {
    this.running = await this.begin()
    this.since = Date.now()
    void this.watch()
  }

  /** From here on it may end. */
  end() {
    this.isEnding = true
  }

  async watch() {
    while (!this.isEnding) {
      const why = await this.running.ended
      if (this.isEnding) return
      if (Date.now() - this.since > STEADY_MS) this.tries = 0
      await this.again(why)
    }
  }

  async again(first) {
    let why = first
    while (!this.isEnding) {
      if (this.tries >= TRIES) return this.giveUp(`${this.name} could not be started ${TRIES} times: ${why}`)
      const pause = WAITS_MS[Math.min(this.tries, WAITS_MS.length - 1)]
      this.tries += 1
      say(`${capital(this.name)} ended: ${why}. Starting it again${pause >= 1000 ? ` in ${pause / 1000} s` : ''} …`)
      await wait(pause)
      if (this.isEnding) return
      try {
        this.running = await this.begin()
        this.since = Date.now()
        say(`${capital(this.name)} runs again.`)
        return
      } catch (error) {
        why = error.message.split('\n')[0]
      }
    }
  }
}

function capital(words) {
  return words.charAt(0).toUpperCase() + words.slice(1)
}
