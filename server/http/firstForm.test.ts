import { describe, expect, it } from 'vitest'
import { startsWithSigningIn } from './firstForm'

const stranger = { path: '/', mode: 'navigate', hasSession: false, isPlain: false }

describe('the sign-in that stands in the page', () => {
  it('is there for whoever comes without a session, wherever they want to go', () => {
    for (const path of ['/', '/sign-in', '/circles/7']) expect(startsWithSigningIn({ ...stranger, path })).toBe(true)
  })
  it('is not in what is kept for a start without the server', () => {
    for (const mode of ['cors', 'same-origin', undefined])
      expect(startsWithSigningIn({ ...stranger, mode })).toBe(false)
  })
  it('asks nobody who may be signed in, nobody whose screen needs no account, and nobody whose words could be read', () => {
    expect(startsWithSigningIn({ ...stranger, hasSession: true })).toBe(false)
    expect(startsWithSigningIn({ ...stranger, path: '/watch' })).toBe(false)
    expect(startsWithSigningIn({ ...stranger, path: '/set-up' })).toBe(false)
    expect(startsWithSigningIn({ ...stranger, isPlain: true })).toBe(false)
  })
})
