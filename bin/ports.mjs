import { createServer } from 'node:net'
import { WayOut } from './say.mjs'

/** The wanted port if it is free, else any free one on loopback. */
export function freePort(wanted = 0) {
  return new Promise((resolve, reject) => {
    const probe = createServer()
    probe.on('error', () => (wanted === 0 ? reject(new WayOut('No free port on this machine.')) : resolve(freePort(0))))
    probe.listen(wanted, '127.0.0.1', () => {
      const { port } = probe.address()
      probe.close(() => resolve(port))
    })
  })
}
