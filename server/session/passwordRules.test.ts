import { describe, expect, it } from 'vitest'
import { whyNot } from './passwordRules'

const whose = { name: 'Lena Test', email: 'lena@quiet-hall.example', practice: 'Quiet Hall Movement' }

describe('a password', () => {
  // The first ones of published leaks; that these are among the commonest is common knowledge, no source.
  it.each(['password12', 'Qwertyuiop', '1q2w3e4r5t', 'football!!!', '2026dragon2026', 'liverpool1'])(
    'is none where anybody tries it first: %s',
    (password) => {
      expect(whyNot(password, whose)).toContain('tried first')
    },
  )
  it.each(['aaaaaaaaaa', '1234567890', '9876543210', 'abcdefghijkl', 'abababababab'])(
    'is none where it repeats itself: %s',
    (password) => {
      expect(whyNot(password, whose)).toMatch(/repeats itself|tried first/)
    },
  )
  it.each(['lena.test.2026', 'quiet-hall.example', 'QuietHall!!2026', 'Lena-Quiet-Hall-9'])(
    'is none where it is made of what is known of whose it is: %s',
    (password) => {
      expect(whyNot(password, whose)).toContain('your name')
    },
  )
  it.each([
    'kettle moss ladder',
    'correct horse battery',
    'Lena likes old bridges',
    '8vq2-kd7w-m3xz',
    'Ünruhiger Kürbis',
  ])('may be: %s', (password) => {
    expect(whyNot(password, whose)).toBeNull()
  })
})
