import { readFileSync } from 'node:fs'

/** Which of the counts of `/proc/stat` says how long others had this machine's processors, see proc(5). */
const STEAL = 7

/** How much of the processors others of the same host took meanwhile: what a time was measured on. */
export class Stolen {
  private readonly began = counts()

  /** Since it was made. */
  words(): string {
    const spent = counts().map((count, at) => count - this.began[at]!)
    const all = spent.reduce((sum, one) => sum + one, 0)
    return `others had ${Math.round((100 * (spent[STEAL] ?? 0)) / all)} % of the processors`
  }
}

function counts(): number[] {
  const [first] = readFileSync('/proc/stat', 'utf8').split('\n')
  // What guests had stands in the first two as well.
  return first!.trim().split(/\s+/).slice(1, 9).map(Number)
}
