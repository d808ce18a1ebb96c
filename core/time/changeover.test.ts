import { find_path } from 'dijkstrajs'
import type { Tag } from '../catalogue/words'
import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { changeover, usualMover, type Mover } from './changeover'

const { graph, clock } = shippedCatalogue()
const usual = usualMover(clock)
const brisk: Mover = { ...usualMover(clock), pace: 1 }

describe('the changeover between two postures', () => {
  it('from lying on the mat to standing takes 45 s × 1.5 = 67.5 s for a brisk mover (worked by hand, ours)', () => {
    expect(changeover(graph, 'floor/supine', 'floor/free', brisk)?.seconds).toBe(67.5)
  })
  it('and 84.4 s at the usual pace of 1.25', () => {
    expect(changeover(graph, 'floor/supine', 'floor/free', usual)?.seconds).toBeCloseTo(84.375, 3)
  })
  it('going down is not slowed', () => {
    expect(changeover(graph, 'floor/free', 'floor/supine', brisk)?.seconds).toBe(45)
  })
  it('goes by the side after lying: nobody is told to sit straight up (common practice, no source)', () => {
    const up = changeover(graph, 'bed/supine', 'bed/edge-sit', brisk)
    expect(up?.moves.map((move) => move.to)).toEqual(['bed/side', 'bed/edge-sit'])
    expect(up?.seconds).toBe((8 + 20) * 1.5)
  })
  it('staying put takes no time and says nothing', () => {
    expect(changeover(graph, 'chair/tall', 'chair/tall', usual)).toEqual({ seconds: 0, moves: [] })
  })
  it('adds the waits of somebody who faints on standing up: 30 s sitting and 30 s standing', () => {
    const careful = { ...brisk, pace: 2, sittingWaitSeconds: 30, standingWaitSeconds: 30 }
    const up = changeover(graph, 'bed/supine', 'bed/free', careful)
    expect(up?.seconds).toBe((8 + 20 + 10) * 1.5 * 2 + 30 + 30)
    expect(up?.moves.map((move) => move.waitSeconds)).toEqual([0, 30, 30])
  })
  it('who cannot kneel gets to the floor bottom first, by a low seat, and nobody else is sent that way', () => {
    const way = (avoid: Tag[]) =>
      changeover(graph, 'floor/free', 'floor/supine', { ...brisk, avoid: new Set(avoid) })?.moves.map(({ to }) => to)
    expect(way(['kneeling'])?.slice(0, 2)).toEqual(['floor/low-seat', 'floor/long-sit'])
    expect(way([])).not.toContain('floor/low-seat')
    expect(way(['floor-transfer'])).toBeUndefined()
  })
  it('somebody who may not lie flat leaves the pillows by the side', () => {
    const way = changeover(graph, 'bed/propped', 'bed/edge-sit', { ...brisk, avoid: new Set(['supine-flat']) })
    expect(way?.moves.map((move) => move.to)).toEqual(['bed/side', 'bed/edge-sit'])
  })
  it('every posture of a tier can be reached from its home and left again', () => {
    for (const posture of graph.postures) {
      const home = graph.home[posture.tier][0]!
      expect(changeover(graph, home, posture.id, usual), `${home} → ${posture.id}`).not.toBeNull()
      expect(changeover(graph, posture.id, home, usual), `${posture.id} → ${home}`).not.toBeNull()
    }
  })
})

describe('ways between postures against an independent implementation (dijkstrajs)', () => {
  it('take the same seconds for every pair of every tier', () => {
    const edges: Record<string, Record<string, number>> = Object.fromEntries(
      graph.postures.map((posture) => [posture.id, {}]),
    )
    const heightOf = new Map(graph.postures.map((posture) => [posture.id, posture.height]))
    for (const {
      between: [a, b],
      seconds,
    } of graph.moves) {
      for (const [from, to] of [
        [a, b],
        [b, a],
      ] as const)
        edges[from]![to] = seconds * (heightOf.get(to)! > heightOf.get(from)! ? graph.upwardFactor : 1)
    }
    let pairs = 0
    for (const from of graph.postures) {
      for (const to of graph.postures.filter((other) => other.tier === from.tier && other.id !== from.id)) {
        const path = find_path(edges, from.id, to.id)
        const seconds = path.slice(1).reduce((sum, id, at) => sum + edges[path[at]!]![id]!, 0)
        expect(
          changeover(graph, from.id, to.id, { ...usualMover(clock), pace: 1 })!.seconds,
          `${from.id} to ${to.id}`,
        ).toBeCloseTo(seconds, 9)
        pairs += 1
      }
    }
    expect(pairs).toBeGreaterThan(150)
  })
})
