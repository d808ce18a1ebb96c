/**
 * What a line of the log may say: what was asked by its route, never by its address, and nothing of anybody. Practices,
 * people and meetings are not named in it; an id of chance ties what one request has said together.
 */
export interface LogLine {
  level: 'info' | 'error'
  said: string
  request?: string
  method?: string
  route?: string
  status?: number
  ms?: number
  /** The database's own name of what went wrong, and the table. */
  code?: string
  table?: string
}

let isJson = false

/** From now on every line is one of JSON. */
export function logAsJson(): void {
  isJson = true
}

/**
 * Writes a line of JSON where that is wanted; words for whoever sits at the window otherwise, of what went wrong alone.
 */
export function log({ level, said, ...more }: LogLine): void {
  if (isJson)
    return void process.stdout.write(`${JSON.stringify({ at: new Date().toISOString(), level, said, ...more })}\n`)
  if (level === 'error') console.error(said)
}
