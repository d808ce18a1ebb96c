import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { secondsOf } from '../time/secondsOf'
import { waysOf } from './ways'

describe('still or in rhythm', () => {
  it.each([
    [{ kind: 'hold' as const, seconds: 30 }, 6, 'stay still for 30 s', '5 slow moves of 6 s'],
    [{ kind: 'hold' as const, seconds: 20 }, 6, 'stay still for 20 s', '3 slow moves of about 6 s'],
    [{ kind: 'pulse' as const, count: 5, atEnd: 3, travel: 1 }, 6, 'stay still for 25 s', '5 pulses of 3 s'],
  ])('offers %o both ways', (dose, rhythm, still, moving) => {
    expect(waysOf(dose, rhythm)).toEqual({ still, moving })
  })
  it('offers no choice where there is one way, the dose is neither, or time is too short to move twice', () => {
    expect(waysOf({ kind: 'hold', seconds: 30 }, undefined)).toBeNull()
    expect(waysOf({ kind: 'press', seconds: 30, effort: 50, ramp: 2 }, 6)).toBeNull()
    expect(waysOf({ kind: 'hold', seconds: 10 }, 6)).toBeNull()
  })
  it('never moves for longer than the others stay still, whatever stretch of the catalogue', () => {
    for (const movement of shippedCatalogue().movements.values()) {
      for (const { dose } of Object.values(movement.doses)) {
        const ways = waysOf(dose, movement.rhythmSeconds)
        if (!ways || dose.kind !== 'hold') continue
        expect(Number.parseInt(ways.moving) * movement.rhythmSeconds!, movement.id).toBeLessThanOrEqual(
          secondsOf(dose, 'both'),
        )
      }
    }
  })
})
