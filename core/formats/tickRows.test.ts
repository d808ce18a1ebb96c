import { describe, expect, it } from 'vitest'
import { readTicks } from './tickRows'

const names = new Map([
  ['bridge', 'Bridge'],
  ['upper-back-turn', 'Upper-back turn'],
])
const read = (text: string) => readTicks(text, names, { bridge: ['2026-11-20'] }, '2026-11-25')

describe('ticks that come back as a table', () => {
  it('are added once each, in whatever way days and names are written', () => {
    expect(
      read('Movement;Date\nbridge;24.11.2026\nUPPER-BACK TURN;2026-11-24\nBridge;2026-11-24\nBridge;2026-11-20').map(
        ({ does, movement, day }) => [does, movement, day],
      ),
    ).toEqual([
      ['add', 'bridge', '2026-11-24'],
      ['add', 'upper-back-turn', '2026-11-24'],
      ['same', 'bridge', '2026-11-24'],
      ['same', 'bridge', '2026-11-20'],
    ])
  })
  it('say how it was, where there is a column for it', () => {
    expect(
      read('Movement;Date;How\nBridge;2026-11-24;Hard\nBridge;2026-11-23;\nBridge;2026-11-22;awful').map(
        ({ does, how, words }) => [does, how, ...words],
      ),
    ).toEqual([
      ['add', 'hard'],
      ['add', null],
      ['refuse', null, '“awful” is none of easy, right, hard and hurt.'],
    ])
  })
  it.each([
    ['Cartwheel,2026-11-24', /not among/],
    [',2026-11-24', /movement is missing/],
    ['Bridge,', /date is missing/],
    ['Bridge,someday', /someday/],
    ['Bridge,2026-12-24', /still to come/],
  ])('refuses %s and says why, with its line', (row, why) => {
    expect(read(`Movement,Date\n${row}`)).toEqual([
      expect.objectContaining({ line: 2, does: 'refuse', words: [expect.stringMatching(why)] }),
    ])
  })
  it('asks for its columns where they are missing', () => {
    expect(() => read('A,B\n1,2')).toThrow('The columns Movement and Date are needed.')
  })
})
