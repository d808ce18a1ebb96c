import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { setTimeout as wait } from 'node:timers/promises'

/** What runs on this machine, with its arguments and its environment as far as they may be read. */
export function processes() {
  return readdirSync('/proc')
    .filter((pid) => /^\d+$/.test(pid))
    .map((pid) => ({ pid: Number(pid), args: linesOf(pid, 'cmdline'), environment: () => linesOf(pid, 'environ') }))
}

function linesOf(pid, what) {
  try {
    return readFileSync(`/proc/${pid}/${what}`, 'utf8').split('\0')
  } catch {
    return []
  }
}

/** Waits for a turn that one process has at a time; one that was killed has it no more. Returns how to give it back. */
export async function takeTurn(file) {
  for (;;) {
    try {
      writeFileSync(file, String(process.pid), { flag: 'wx', mode: 0o600 })
      return () => rmSync(file, { force: true })
    } catch (error) {
      if (error.code !== 'EEXIST') throw error
    }
    if (!isAlive(ownerOf(file))) rmSync(file, { force: true })
    else await wait(50)
  }
}

function ownerOf(file) {
  try {
    return Number(readFileSync(file, 'utf8'))
  } catch {
    return 0
  }
}

function isAlive(pid) {
  try {
    process.kill(pid, 0)
    return pid > 0
  } catch {
    return false
  }
}
