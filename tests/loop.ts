import { mkdtempSync } from 'node:fs'
import { request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** How long a server's event loop was held, milliseconds. */
export interface Held {
  max: number
  /** 99.9 of 100 samples, a millisecond apart, were held no longer. */
  p999: number
  samples: number
}

/** Lets every server that is started from here on tell how long its event loop is held; call it before `World.open`. */
export function watchLoop(): { held: () => Promise<Held>; stop: () => void } {
  const socketPath = join(mkdtempSync(join(tmpdir(), 'circle-loop-')), 'socket')
  process.env.CIRCLE_LOOP_SOCKET = socketPath
  process.env.NODE_OPTIONS = `--import ${fileURLToPath(new URL('loopDelay.mjs', import.meta.url))}`
  const ask = () =>
    new Promise<Held>((resolve, reject) => {
      const asked = request({ socketPath }, (reply) => {
        let text = ''
        reply.on('data', (chunk) => (text += chunk)).on('end', () => resolve(JSON.parse(text)))
      })
      asked.on('error', reject).end()
    })
  return {
    held: ask,
    stop: () => {
      delete process.env.CIRCLE_LOOP_SOCKET
      delete process.env.NODE_OPTIONS
    },
  }
}
