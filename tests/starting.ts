import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { root } from '../bin/programs.mjs'

/** The start command over a data folder of its own: `until` ends the wait early once it was said. */
export function starter(folder: string) {
  return (options: string[], until?: string, node: string[] = []) => {
    const child = spawn(process.execPath, [...node, join(root, 'bin/start.mjs'), ...options], {
      env: { ...process.env, CIRCLE_DATA: folder },
    })
    let said = ''
    const listeners = new Set<() => void>()
    const listen = (chunk: Buffer) => {
      said += chunk.toString()
      listeners.forEach((listener) => listener())
    }
    child.stdout.on('data', listen)
    child.stderr.on('data', listen)
    const ended = new Promise<number | null>((resolve) => child.on('exit', resolve))
    /** Resolves once these words were said, or the command has ended. */
    const hears = (words: string) =>
      Promise.race([
        ended,
        new Promise<void>((resolve) => {
          const look = () => void (said.includes(words) && resolve())
          listeners.add(look)
          look()
        }),
      ])
    return { child, heard: until ? hears(until) : ended, hears, ended, said: () => said }
  }
}
