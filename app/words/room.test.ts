import { describe, expect, it } from 'vitest'
import type { PaceMoment } from '~~/core/lead/pace'
import { namesFromAfar, roomCount } from './room'

const pace: PaceMoment = { words: 'out', count: 3, of: 8, leftSeconds: 1, swell: 0.5 }

describe('the one number that a room follows', () => {
  it('is the repetition where repetitions are counted, with a dash for each', () => {
    expect(roomCount(pace, 40, 60)).toEqual({ number: '3', unit: 'of 8', dashes: 8, done: 3 })
  })
  it('is else the seconds that are left, with a dash for each that there are', () => {
    expect(roomCount(null, 17.2, 30)).toEqual({ number: '18', unit: 'seconds', dashes: 30, done: 12 })
    expect(roomCount({ ...pace, count: null, of: null }, 0.4, 30)).toMatchObject({ number: '1', unit: 'second' })
    expect(roomCount(null, 0, 30)).toMatchObject({ number: '0', done: 30 })
  })
  it('is minutes where it is long, in a ring that can still be read', () => {
    expect(roomCount(null, 125, 180)).toMatchObject({ number: '2:05', unit: 'minutes', dashes: 60 })
  })
})

describe('names from afar', () => {
  it('are all of them where they fit, and else a number', () => {
    expect(namesFromAfar(['Cora', 'Dov'], 30)).toBe('Cora, Dov')
    const many = ['Bartholomew', 'Cora', 'Dov', 'Edda', 'Farid', 'Greta']
    const words = namesFromAfar(many, 30)
    expect(words).toBe('Bartholomew, Cora and 4 more')
    expect(words.length).toBeLessThanOrEqual(30)
    expect(namesFromAfar(['Bartholomew-Maximilian'], 5)).toBe('Bartholomew-Maximilian')
    expect(namesFromAfar([], 30)).toBe('')
  })
})
