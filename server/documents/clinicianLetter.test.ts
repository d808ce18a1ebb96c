import { describe, expect, it } from 'vitest'
import { leftOutWords } from './clinicianLetter'

describe('a letter whose lines do not fit on the page', () => {
  it('says how many are left out', () => {
    expect([leftOutWords(1), leftOutWords(7)]).toEqual([
      '1 more line is left out for want of room: ask for the whole record.',
      '7 more lines are left out for want of room: ask for the whole record.',
    ])
  })
})
