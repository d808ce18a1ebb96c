import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { parseCatalogue } from '../../core/catalogue/parseCatalogue'
import { rungsOf } from '../../core/catalogue/summary'
import { entryAt, entryOf } from '../../core/entries'
import { drawMoving } from '../../core/body/drawMoving'
import type { ShippedWay } from '../../core/body/shippedWay'
import { packWay, unpackWay } from '../../core/body/shippedWay'
import { bodyOf, type SolvedPose } from '../../core/body/figure'
import { JOINTS } from '../../core/body/joints'
import { ballAt } from '../../core/body/spots'
import { length, sub } from '../../core/body/vector'
import { bodyAt, eased, momentAt, type Way, type WayTask } from '../../core/body/way'
import { isSound, wayFaults, worstOf } from '../../core/body/wayFaults'
import { wayTasks } from './movingFigures'
import { readCatalogueFiles } from './readCatalogueFiles'

const data = parseCatalogue(readCatalogueFiles())
const postures = new Map(data.figures.map((figure) => [figure.posture, figure]))
const rungs = data.movements.flatMap(rungsOf)
const read = (folder: string) =>
  Object.assign(
    {},
    ...readdirSync(`catalogue/${folder}`).map((file) =>
      JSON.parse(readFileSync(`catalogue/${folder}/${file}`, 'utf8')),
    ),
  )
const solved = read('solved') as Record<string, { poses: Record<string, { pose: SolvedPose }> }>
const shipped = read('moving') as Record<string, { way: ShippedWay }>
const moving = rungs.flatMap(({ id, postureId, rung }) => {
  const poses = solved[id]?.poses
  const way = shipped[id]?.way
  if (!poses?.end || !way) return []
  const own = Object.fromEntries(Object.entries(poses).map(([name, { pose }]) => [name, pose]))
  const tasks = wayTasks(entryOf(postures, postureId), rung.figure, own)
  return [{ id, poses: own, tasks, way: unpackWay(way), shipped: way }]
})

/** A way from pose to pose, each stretch with what is written of it. */
function stretchesOf({ way, tasks }: (typeof moving)[number]): { way: Way; task: WayTask }[] {
  const [first, second] = tasks
  if (!first || !second) return first ? [{ way, task: first }] : []
  // The deepest pose is one of the moments.
  const at = way.moments.findIndex((moment) =>
    moment.angles.every((angle, of) => Math.abs(angle - entryAt(first.to.angles, of)) < 0.06),
  )
  return [
    { way: { ...way, moments: way.moments.slice(0, at + 1) }, task: first },
    { way: { ...way, moments: way.moments.slice(at) }, task: second },
  ]
}

/** Ways that go beyond what is allowed, and by how much at most, as multiples of it. */
const EXCEPTIONS: Record<string, number> = {}

describe('the ways between the shipped poses', () => {
  it('are there for every variation that has an end', () => {
    const withEnd = rungs.filter(({ id }) => solved[id]?.poses.end)
    expect(moving).toHaveLength(withEnd.length)
    expect(moving.length).toBeGreaterThan(700)
  })
  it('begin and end in them', () => {
    for (const { way, poses } of moving)
      for (const [share, name] of [
        [0, 'start'],
        [1, 'end'],
      ] as const) {
        const [own, pose] = [bodyAt(way, share), bodyOf(entryOf(new Map(Object.entries(poses)), name))]
        for (const spot of ['left toe', 'right fingertip', 'head'] as const)
          expect(length(sub(ballAt(own, spot).at, ballAt(pose, spot).at)) * 168).toBeLessThan(0.25)
      }
  })
  it('keep contacts, ground and joints, and go through no limb and no chair, but for two in a hundred', () => {
    const faulty = moving.flatMap((one) =>
      stretchesOf(one).flatMap(({ way, task }) => {
        const faults = wayFaults(way, task)
        return isSound(faults) ? [] : [{ id: one.id, worst: worstOf(faults), faults }]
      }),
    )
    const beyond = faulty.filter(({ id, worst }) => worst > (EXCEPTIONS[id] ?? 0))
    expect(beyond).toEqual([])
    expect(faulty.length / moving.length).toBeLessThanOrEqual(0.02)
  })
  it('pass no joint’s limit, at 20 pictures a way', () => {
    for (const { way, id } of moving)
      for (let at = 0; at <= 20; at += 1)
        momentAt(way, at / 20).angles.forEach((angle, of) => {
          const { from, to } = entryAt(JOINTS, of)
          expect(angle, `${id} ${of}`).toBeGreaterThan(from - 3.5)
          expect(angle, `${id} ${of}`).toBeLessThan(to + 3.5)
        })
  })
})

describe('the curve through the moments', () => {
  const { way } = entryAt(moving, 0)
  it('meets each of them, and does not jump between', () => {
    const last = way.moments.length - 1
    for (let at = 0; at <= last; at += 1)
      expect(momentAt(way, at / last).angles).toEqual(entryAt(way.moments, at).angles)
    for (let at = 0; at < 200; at += 1) {
      const [one, two] = [momentAt(way, at / 200), momentAt(way, (at + 1) / 200)]
      one.angles.forEach((angle, of) => expect(Math.abs(angle - entryAt(two.angles, of))).toBeLessThan(3))
    }
  })
  it('is travelled slowly at both ends', () => {
    expect([eased(-1), eased(0), eased(0.5), eased(1), eased(2)]).toEqual([0, 0, 0.5, 1, 1])
    // Minimum jerk is fastest in the middle, at 15/8 of the mean speed (Flash & Hogan 1985, memory).
    expect((eased(0.505) - eased(0.495)) / 0.01).toBeCloseTo(15 / 8, 3)
    expect(eased(0.01)).toBeLessThan(1e-4)
  })
})

describe('a way as it is sent', () => {
  it('is small, and the same again', () => {
    for (const { way, shipped: sent } of moving.slice(0, 40)) {
      const again = unpackWay(packWay(way, { ...sent, angles: [], root: [0, 0, 0] }))
      expect(again).toEqual(way)
    }
  })
})

describe('the drawing of a way', () => {
  it('has the same layers all the way, in an order that hardly changes', () => {
    let changes = 0
    for (const { way, shipped: sent } of moving) {
      const { at } = drawMoving(way, sent.camera)
      const orders = Array.from({ length: 21 }, (_, share) => at(share / 20).layers.map(({ key }) => key))
      for (const order of orders) expect(order.toSorted()).toEqual(orders[0]!.toSorted())
      changes += new Set(orders.map((order) => order.join())).size - 1
    }
    expect(changes / moving.length).toBeLessThan(0.5)
  })
})
