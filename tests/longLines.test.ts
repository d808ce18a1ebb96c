import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'

const FOLDERS = ['app', 'core', 'demo', 'server', 'tests']
const COLUMNS = 120
/** One sentence, one address or one list of classes may be longer; so many are. */
const LONGER_AT_MOST = 40

describe('lines', () => {
  it('are longer than 120 columns in few places', () => {
    const files = FOLDERS.flatMap((folder) =>
      readdirSync(folder, { recursive: true, encoding: 'utf8' })
        .filter((file) => /\.(ts|vue)$/.test(file))
        .map((file) => join(folder, file)),
    )
    expect(files.length).toBeGreaterThan(500)
    const long = files.flatMap((file) =>
      readFileSync(file, 'utf8')
        .split('\n')
        .flatMap((line, at) => (line.length > COLUMNS ? [`${file}:${at + 1}`] : [])),
    )
    expect(long.length, long.join('\n')).toBeLessThanOrEqual(LONGER_AT_MOST)
  })
})
