import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it, vi } from 'vitest'
import type { MovingDrawing } from './drawMoving'
import { keepPictures, SHARES } from './keptPictures'
import { flat, viewOf } from './project'
import { unpackWay, type ShippedWay } from './shippedWay'
import { ALL_SPOTS, ballAt } from './spots'
import { bodyAt } from './way'

const drawing = (at: MovingDrawing['at']): MovingDrawing => ({ frame: [0, 0, 400, 300], beneath: [], at })
const PICTURE = { shadow: '', layers: [] }

describe('pictures that are kept', () => {
  it('are drawn once, and are the very same where nothing is seen to differ', () => {
    const at = vi.fn(() => ({ ...PICTURE }))
    const { at: kept, frame } = keepPictures(drawing(at))
    expect(frame).toEqual([0, 0, 400, 300])
    const once = kept(0.5, 0.25, 1)
    expect(kept(0.5001, 0.2501, 0.999)).toBe(once)
    expect(kept(0.5001, 0.2501, 0.5)).not.toBe(once)
    expect(kept(-0.5)).not.toBe(kept(0.5))
    expect(at).toHaveBeenCalledTimes(4)
    expect(at).toHaveBeenCalledWith(0.5, 0.25, 0.5)
  })
  it('do not grow without end', () => {
    const at = vi.fn(() => ({ ...PICTURE }))
    const { at: kept } = keepPictures(drawing(at))
    const all = () =>
      Array.from({ length: 41 }, (_, way) => Array.from({ length: 41 }, (_, air) => kept(way / 40, 0, air / 40)))
    const [first] = all().flat()
    all()
    expect(kept(0)).not.toBe(first)
    // What fits is drawn once, however often it is asked for.
    at.mockClear()
    for (let round = 0; round < 5; round += 1) for (let way = 0; way <= SHARES; way += 1) kept(way / SHARES)
    expect(at.mock.calls.length).toBeLessThanOrEqual(SHARES + 1)
  })
  it('go less than a pixel from one to the next, on the largest figure there is, in every way', () => {
    const HIGH = 600
    const ways = readdirSync('catalogue/moving').flatMap((file) =>
      Object.values(
        JSON.parse(readFileSync(`catalogue/moving/${file}`, 'utf8')) as Record<string, { way: ShippedWay }>,
      ),
    )
    for (const { way: shipped } of ways) {
      const [way, view] = [unpackWay(shipped), viewOf(shipped.camera)]
      // A figure is as high as a body is tall, at the least.
      for (const share of [0.1, 0.35, 0.5, 0.8]) {
        const [here, next] = [share, share + 1 / SHARES].map((at) => bodyAt(way, at))
        const far = ALL_SPOTS.map((spot) => {
          const [a, b] = [here!, next!].map((body) => flat(view, ballAt(body, spot).at))
          return Math.hypot(b!.x - a!.x, b!.y - a!.y) * HIGH
        })
        expect(Math.max(...far)).toBeLessThan(1)
      }
    }
  })
})
