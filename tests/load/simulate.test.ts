import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { root } from '../../bin/programs.mjs'
import { randomFrom } from '../../core/random'
import { measuredCosts } from './costs'
import { around, Cores } from './queue'
import { fares, firstWall, onPaper, shardFares } from './simulate'
import { sizesTable, stepsTable } from './tables'

/**
 * Erlang's formula of 1917 for the share of those who have to wait (his C), from memory: λ/μ = `load`, `count` servers.
 */
function erlangC(load: number, count: number): number {
  let sum = 0
  let term = 1
  for (let at = 0; at < count; at += 1) {
    sum += term
    term *= load / (at + 1)
  }
  const last = (term * count) / (count - load)
  return last / (sum + last)
}

describe('cores that serve whoever comes first', () => {
  it.each([
    [1, 0.7],
    [3, 0.8],
    [8, 0.7],
  ])('%i of them, busy by %f, let wait as long as Erlang says', (count, busy) => {
    const [random, cores] = [randomFrom(count).next, new Cores(count)]
    const [mean, jobs] = [10, 400_000]
    const between = mean / (count * busy)
    let [at, waited] = [0, 0]
    for (let job = 0; job < jobs; job += 1) {
      at += around(between, random)
      const work = around(mean, random)
      waited += cores.serve(at, work) - work - at
    }
    const load = count * busy
    const expected = (erlangC(load, count) * mean) / (count - load)
    expect(waited / jobs / expected).toBeCloseTo(1, 1)
    expect(cores.busy / at / count).toBeCloseTo(busy, 2)
  })
  it('takes each job once, the earliest core first', () => {
    const cores = new Cores(2)
    expect([cores.serve(0, 5), cores.serve(0, 3), cores.serve(1, 1), cores.serve(1, 10)]).toEqual([5, 3, 4, 14])
    expect(cores.busy).toBe(19)
    // Before noon as after it.
    expect(new Cores(1).serve(-5, 2)).toBe(-3)
    // Half of a core takes twice as long.
    expect(new Cores(1, 0.5).serve(0, 5)).toBe(10)
  })
})

describe('Monday at ten', () => {
  const costs = measuredCosts()
  it('is as busy in the simulation as on paper', () => {
    const size = { practices: 200, servers: 4 }
    const [paper, played] = [onPaper(size.practices, costs, size.servers), shardFares(size, costs, 3)]
    // On paper all classes are on; in the simulation they begin, and before that people arrive.
    expect(played.requestsASecond).toBeGreaterThan(paper.requestsASecond * 0.9)
    expect(played.requestsASecond).toBeLessThan(paper.requestsASecond * 3)
    expect(shardFares(size, costs, 3)).toEqual(played)
  })
  it('asks for more with more practices, and never for less of anything', () => {
    const sizes = [1, 10, 100, 1_000].map((practices) => fares(practices, costs))
    for (const [at, one] of sizes.entries()) {
      expect(one.noteP99Ms).toBeLessThanOrEqual(150)
      expect(Math.max(one.serverBusy, one.databaseBusy)).toBeLessThanOrEqual(0.7)
      if (at > 0) expect(one.servers).toBeGreaterThanOrEqual(sizes[at - 1]!.servers)
    }
  })
  it('meets its wall where the paper says: beyond it one shard does not do', () => {
    const wall = firstWall(costs)
    expect(fares(Math.floor(wall * 0.5), costs).shards).toBe(1)
    expect(fares(Math.floor(wall * 1.3), costs).shards).toBeGreaterThan(1)
  })
  it('is written down as it was worked out', () => {
    // As Prettier pads its cells.
    const plain = (text: string) => text.replaceAll(/ *\| */g, '|').replaceAll(/-{3,}/g, '---')
    const page = plain(readFileSync(join(root, 'docs/many-practices.md'), 'utf8'))
    for (const table of [stepsTable(costs), sizesTable(costs)])
      for (const line of table.split('\n')) expect(page).toContain(plain(line))
  })
})
