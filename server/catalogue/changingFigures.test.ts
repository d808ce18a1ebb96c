import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { backwards } from '../../core/body/backwards'
import { bodyOf } from '../../core/body/figure'
import { changeoverTasks } from '../../core/body/changeoverWay'
import { unpackWay, type ShippedWay } from '../../core/body/shippedWay'
import { bodyAt, momentAt, type Way } from '../../core/body/way'
import { isSound, wayFaults, worstOf } from '../../core/body/wayFaults'
import { parseCatalogue } from '../../core/catalogue/parseCatalogue'
import { TIERS } from '../../core/catalogue/words'
import { entryAt, entryOf, lastOf } from '../../core/entries'
import { readChangeoverFigures } from './changingFigures'
import { readCatalogueFiles } from './readCatalogueFiles'

const data = parseCatalogue(readCatalogueFiles())
const postures = new Map(data.figures.map((figure) => [figure.posture, figure]))
const figures = readChangeoverFigures()
const shipped = new Map(
  TIERS.flatMap((tier) =>
    Object.entries(
      JSON.parse(readFileSync(`catalogue/changing/${tier}.json`, 'utf8')) as Record<string, { way: ShippedWay }>,
    ),
  ),
)
const idOf = ({ between }: { between: readonly string[] }) => between.join('>')
const wayOf = (figure: (typeof figures)[number]): Way => unpackWay(entryOf(shipped, idOf(figure)).way)

/** Moves that go beyond what is allowed, and by how much at most, as multiples of it. */
const EXCEPTIONS: Record<string, number> = {
  // The leg that is turned in comes out under the other one: without a hand to help it, its shin goes into the mat.
  'floor/side-sit>floor/long-sit': 2.1,
}
/** A stop is one of the moments; so near to it, degrees: as it is packed. */
const SAME_DEG = 0.06

describe('getting from posture to posture', () => {
  it('is drawn for every move of the graph, there and so back', () => {
    const drawn = new Set(figures.map(idOf))
    const moves = new Set(data.graph.moves.map(idOf))
    expect([...moves].filter((id) => !drawn.has(id))).toEqual([])
    expect([...drawn].filter((id) => !moves.has(id))).toEqual([])
    expect([...shipped.keys()].toSorted()).toEqual([...drawn].toSorted())
  })
  it('begins and ends in the postures that it says', () => {
    // The step back begins with the hands on the chair already.
    const others = new Set(['standing/free>standing/split-stance'])
    const wrong = figures.filter(({ between, stops }) => {
      const ends = [entryAt(stops, 0).posture, lastOf(stops).posture]
      return ends.some((posture, at) => posture !== undefined && posture !== between[at])
    })
    expect(wrong.map(idOf).filter((id) => !others.has(id))).toEqual([])
  })
  it.each(figures.map((figure) => [idOf(figure), figure] as const))('%s: a body could', (id, figure) => {
    const way = wayOf(figure)
    let from = 0
    for (const task of changeoverTasks(figure, postures)) {
      const to = way.moments.findIndex(
        (moment, at) =>
          at > from && moment.angles.every((angle, of) => Math.abs(angle - task.to.angles[of]!) < SAME_DEG),
      )
      expect(to).toBeGreaterThan(from)
      const leg: Way = { ...way, moments: way.moments.slice(from, to + 1) }
      const faults = wayFaults(leg, task)
      if (id in EXCEPTIONS) expect(worstOf(faults)).toBeLessThan(entryOf(new Map(Object.entries(EXCEPTIONS)), id))
      else expect(isSound(faults), JSON.stringify(faults)).toBe(true)
      from = to
    }
    expect(from).toBe(way.moments.length - 1)
  })
  it('names no exception that is none', () => {
    expect(Object.keys(EXCEPTIONS).every((id) => shipped.has(id))).toBe(true)
    expect(Object.keys(EXCEPTIONS).length / figures.length).toBeLessThan(0.05)
  })
  it('carries a body from as high as the one posture to as high as the other', () => {
    const height = new Map(data.graph.postures.map((posture) => [posture.id, posture.height]))
    for (const figure of figures) {
      const way = wayOf(figure)
      const heads = [0, 1].map((share) => bodyAt(way, share).head[1])
      const [low, high] = figure.between.map((id) => entryOf(height, id))
      if (Math.abs(high! - low!) > 0.15)
        expect(Math.sign(heads[1]! - heads[0]!), idOf(figure)).toBe(Math.sign(high! - low!))
    }
  })
  it('goes back the same way', () => {
    const way = wayOf(entryAt(figures, 0))
    for (const share of [0, 0.3, 1]) {
      const [there, back] = [momentAt(way, share), momentAt(backwards(way), 1 - share)]
      there.angles.forEach((angle, at) => expect(back.angles[at]).toBeCloseTo(angle, 6))
    }
    expect(bodyOf(changeoverTasks(entryAt(figures, 0), postures)[0]!.from).head[1]).toBeGreaterThan(0)
  })
})
