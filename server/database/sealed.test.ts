import { randomBytes } from 'node:crypto'
import { describe, expect, it } from 'vitest'
import { sealed, unsealed } from './sealed'

const key = randomBytes(32)

describe('what is sealed', () => {
  it('opens under its key, beside what it is of', () => {
    const text = sealed(key, 'ann', 'a knee that hurts — “always”')
    expect(unsealed(key, 'ann', text)).toBe('a knee that hurts — “always”')
    expect(Buffer.from(text, 'base64').toString('latin1')).not.toContain('knee')
  })
  it('is another text each time', () => {
    expect(sealed(key, 'ann', 'same')).not.toBe(sealed(key, 'ann', 'same'))
  })
  it('opens under no other key, beside nothing else, and not where a bit was changed', () => {
    const text = sealed(key, 'ann', 'a knee')
    const bytes = Buffer.from(text, 'base64')
    expect(unsealed(randomBytes(32), 'ann', text)).toBeNull()
    expect(unsealed(key, 'bo', text)).toBeNull()
    for (let at = 0; at < bytes.length; at += 5) {
      const changed = Buffer.from(bytes)
      changed[at]! ^= 1
      expect(unsealed(key, 'ann', changed.toString('base64'))).toBeNull()
    }
    expect(unsealed(key, 'ann', '')).toBeNull()
  })
})
