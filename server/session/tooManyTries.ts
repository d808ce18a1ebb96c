/** A try is not let through; in so many seconds it may be. */
export class TooManyTries extends Error {
  override name = 'TooManyTries'
  constructor(readonly seconds: number) {
    super(`Too many tries. Wait ${waitWords(seconds)} and try again.`)
  }
}

function waitWords(seconds: number): string {
  if (seconds < 100) return `${seconds} ${seconds === 1 ? 'second' : 'seconds'}`
  return `${Math.ceil(seconds / 60)} minutes`
}
