import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { Person } from '../offer/person'
import { edited } from '../plan/edits'
import { timelineOf } from '../plan/timeline'
import { secondsOf } from '../time/secondsOf'
import { checksOf } from './checksOf'

const catalogue = shippedCatalogue()
const PAIR = { kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 } as const

describe('pairs', () => {
  it('are timed with the ways there and back: 10 s, 4 s, ten swings of 2 s, 4 s', () => {
    expect(secondsOf(PAIR, 'each')).toBe(38)
    const plan = planWith([blockOfMovement('knee-hug', { dose: PAIR, rounds: 2, restSeconds: 0 })])
    const lane = timelineOf(plan, ridersIn(plan, [personIn('floor')]), new Set(), catalogue).blocks[0]!.lanes.floor!
    expect(lane.parts.filter(({ kind }) => kind === 'work').map(({ seconds }) => seconds)).toEqual([38, 38, 38, 38])
  })
})

describe('the check of pairs', () => {
  const checked = (movement: string, people: readonly Person[]) => {
    const plan = planWith([blockOfMovement(movement, { dose: PAIR })])
    const of = (now: typeof plan) => {
      const riders = ridersIn(now, people)
      return checksOf({
        ...{ plan: now, riders, people, helpers: 1, climbAtMost: 9, aim: null, catalogue },
        ...{ venue: { cupboard: {} }, timeline: timelineOf(now, riders, new Set(), catalogue) },
      }).filter(({ kind }) => kind === 'no-swing')
    }
    const mended = () => of(of(plan)[0]!.fix!.edits.reduce(edited, plan))
    return { found: of(plan), mended }
  }
  it('is quiet where everybody swings', () => {
    expect(checked('knee-hug', [personIn('floor'), personIn('chair')]).found).toEqual([])
  })
  it('gives the lane the time where the swing is near', () => {
    const { found, mended } = checked('hip-hinge', [
      personIn('standing', { levels: [{ movement: 'hip-hinge', tier: 'standing', side: 'both', level: 3 }] }),
    ])
    expect(found).toMatchObject([{ tier: 'standing', what: 'Nobody swings in hip hinge' }])
    expect(found[0]!.fix!.words).toBe('7 s to the swing and back in this lane')
    expect(mended()).toEqual([])
  })
  it('gives the lane a hold where there is none', () => {
    const { found, mended } = checked('cross-body-arm', [personIn('bed'), personIn('chair')])
    expect(found).toMatchObject([{ tier: 'bed', fix: { words: 'Hold for 30 s in this lane' } }])
    expect(mended()).toEqual([])
  })
})
