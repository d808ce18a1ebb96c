import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { changeover, usualMover } from '../time/changeover'
import { contourOf } from './contour'

const catalogue = shippedCatalogue()
const { clock } = catalogue
const brisk = { ...usualMover(clock), pace: 1 }
const way = (from: string, to: string, mover = brisk) => changeover(catalogue.graph, from, to, mover)!.moves
const draw = (to: string, mover = brisk) =>
  contourOf('floor/free', {
    legs: [{ time: { startsAt: 0, drinkSeconds: 0, introductionSeconds: 8 }, moves: way('floor/free', to, mover) }],
    homeward: way(to, 'floor/free', mover),
    homewardAt: 100,
    end: 200,
    catalogue,
  })

describe('the posture contour', () => {
  it('begins standing, goes down step by step and comes up again', () => {
    const { points } = draw('floor/supine')
    expect(points[0]).toEqual({ at: 0, height: 1 })
    expect(Math.min(...points.map((point) => point.height))).toBe(0)
    expect(points.at(-1)).toEqual({ at: 200, height: 1 })
  })
  it('counts one trip to the floor, and a climb of one body height for lying down and getting up', () => {
    expect(draw('floor/supine')).toMatchObject({ floorTrips: 1, climb: 1 })
  })
  it('counts no trip and no climb for somebody who stays up', () => {
    expect(
      contourOf('standing/free', {
        legs: [
          {
            time: { startsAt: 0, drinkSeconds: 0, introductionSeconds: 8 },
            moves: way('standing/free', 'standing/behind-chair'),
          },
        ],
        homeward: [],
        homewardAt: 50,
        end: 60,
        catalogue,
      }),
    ).toMatchObject({ floorTrips: 0, climb: 0 })
  })
  it('never goes back in time, and holds through a wait', () => {
    for (const mover of [brisk, { ...brisk, sittingWaitSeconds: 30, standingWaitSeconds: 30 }]) {
      const { points } = draw('floor/supine', mover)
      for (const [at, point] of points.entries())
        if (at > 0) expect(point.at).toBeGreaterThanOrEqual(points[at - 1]!.at)
    }
    const last = (mover = brisk) => draw('floor/supine', mover).points.at(-2)!.at
    expect(last({ ...brisk, sittingWaitSeconds: 30 })).toBe(last() + 30)
  })
  it('begins to move after the introduction', () => {
    expect(draw('floor/half-kneel').points[1]!.at).toBe(8 + 15)
  })
})
