import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { closeFrame } from './closeFrame'
import { flat, viewOf } from './project'
import { unpackWay, type ShippedWay } from './shippedWay'
import { ALL_SPOTS, ballAt } from './spots'
import { bodyAt } from './way'

const shipped = readdirSync('catalogue/moving')
  .flatMap((file) =>
    Object.entries(JSON.parse(readFileSync(`catalogue/moving/${file}`, 'utf8')) as Record<string, { way: ShippedWay }>),
  )
  .filter(([, { way }]) => way.moments.length > 1)
  .map(([id, { way }]) => ({ id, way: unpackWay(way), camera: way.camera }))
/** A picture so high, pixels. */
const HIGH = 200

/** How far what goes farthest goes, in a picture of what moves, pixels. */
function seenPx({ way, camera }: (typeof shipped)[number]): number {
  const view = viewOf(camera)
  const bodies = Array.from({ length: 6 }, (_, at) => bodyAt(way, at / 5))
  const far = ALL_SPOTS.map((spot) => {
    const path = bodies.map((body) => flat(view, ballAt(body, spot).at))
    return Math.max(...path.map(({ x, y }) => Math.hypot(x - path[0]!.x, y - path[0]!.y)))
  })
  return (Math.max(...far) * 1000 * HIGH) / closeFrame(way, camera, 4 / 3)![3]
}

describe('a close look', () => {
  it('has all of what moves in it, and comes no nearer than a foot', () => {
    for (const { way, camera } of shipped.filter((one) => !one.way.isRound).slice(0, 80)) {
      const [left, top, width, height] = closeFrame(way, camera, 4 / 3)!
      expect(height).toBeGreaterThanOrEqual(240)
      expect(width / height).toBeCloseTo(4 / 3, 1)
      const view = viewOf(camera)
      const ends = ALL_SPOTS.map((spot) => [0, 1].map((at) => flat(view, ballAt(bodyAt(way, at), spot).at)))
      const goes = ends.map(([a, b]) => Math.hypot(b!.x - a!.x, b!.y - a!.y))
      const [farthest] = ends[goes.indexOf(Math.max(...goes))]!
      expect([farthest!.x * 1000 > left, farthest!.x * 1000 < left + width]).toEqual([true, true])
      expect([farthest!.y * 1000 > top, farthest!.y * 1000 < top + height]).toEqual([true, true])
    }
    expect(closeFrame({ ...shipped[0]!.way, moments: [shipped[0]!.way.moments[0]!] }, shipped[0]!.camera, 1)).toBeNull()
  })
  it('shows nine of ten movements going ten pixels of two hundred, and nearly all of them six', () => {
    const px = shipped.map(seenPx)
    expect(shipped.length).toBeGreaterThan(690)
    // Small ones are as small as they are written: sways, a head that turns in place, toes.
    expect(px.filter((one) => one < 10).length / px.length).toBeLessThan(0.12)
    expect(px.filter((one) => one < 6).length / px.length).toBeLessThan(0.06)
  })
})
