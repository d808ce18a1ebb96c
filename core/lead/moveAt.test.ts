import { describe, expect, it } from 'vitest'
import { changingSeconds, laneMoves, moveAt } from './moveAt'

const sit = { from: 'bed/side', to: 'bed/edge-sit', cue: 'Sit up.', seconds: 20, waitSeconds: 30 }
const stand = { from: 'bed/edge-sit', to: 'bed/free', cue: 'Stand.', seconds: 10, waitSeconds: 0 }

describe('a lane on its way', () => {
  const moves = laneMoves([sit, stand])
  it('is in one move after the other, with the wait after each, and then there', () => {
    expect(moveAt(moves, 0)?.move.to).toBe('bed/edge-sit')
    expect(moveAt(moves, 49.9)?.move.to).toBe('bed/edge-sit')
    expect(moveAt(moves, 50)?.move.to).toBe('bed/free')
    expect(moveAt(moves, 60)).toBeNull()
    expect(moveAt([], 0)).toBeNull()
  })
  it('begins where it is, arrives, and stays while it waits', () => {
    expect(moveAt(moves, 0)?.share).toBe(0)
    expect(moveAt(moves, 30)?.share).toBe(1)
    const shares = Array.from({ length: 13 }, (_, second) => moveAt(moves, second)!.share)
    expect(shares).toEqual(shares.toSorted((a, b) => a - b))
  })
  it('says whose move it is, or how long that person waits, nowhere', () => {
    expect(moves[0]).toEqual({ from: 'bed/side', to: 'bed/edge-sit', cue: 'Sit up.', seconds: 50 })
  })
  it('moves into a block and back at the end, and at no other time', () => {
    const steps = (['introduce', 'changeover', 'work', 'ending'] as const).map((kind) => ({
      ...{ kind, seconds: 30, blockId: null, side: 'both' as const, round: 1 },
    }))
    expect(steps.map((_, step) => changingSeconds(steps, { step, elapsedMs: 2500 }))).toEqual([null, 2.5, null, 2.5])
    expect(changingSeconds(steps, { step: 9, elapsedMs: 0 })).toBeNull()
  })
})
