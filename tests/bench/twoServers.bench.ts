import { availableParallelism } from 'node:os'
import { bench, describe, expect } from 'vitest'
import { RunningCluster } from '../cluster/running'
import { fillTown } from '../cluster/town'
import { Met, note, quantile, signIn } from '../cluster/traffic'

/**
 * As many notes as go through, from classes that note without a pause: by one server of the application, and by two.
 */
const TOWN = { practices: 10, classes: 40 }
const SECONDS = 20

const rates: number[] = []
for (const servers of [1, 2]) {
  const cluster = await RunningCluster.start(['--nodes', '1', '--servers', String(servers)])
  const owner = cluster.open('node1')
  const held = await fillTown(owner, TOWN)
  await owner.destroy()
  const { address } = cluster.said
  const cookies = new Map<string, string>()
  for (const email of new Set(held.map((one) => one.email))) cookies.set(email, await signIn(address, email))
  const met = new Met()
  const until = performance.now() + 1000 * SECONDS
  await Promise.all(
    held.map(async (one) => {
      while (performance.now() < until) await note(address, cookies.get(one.email)!, one, met)
    }),
  )
  await cluster.stop()
  expect([...met.answers.keys()]).toEqual([200])
  rates.push(met.sent.length / SECONDS)
  console.log(
    `${servers} server${servers === 1 ? '' : 's'} on ${availableParallelism()} cores, with the ` +
      `database and whoever asks: ${rates.at(-1)!.toFixed(0)} notes a second, p99 ` +
      `${Math.round(quantile(met.allMs, 0.99))} ms`,
  )
}
console.log(`two take ${(rates[1]! / rates[0]!).toFixed(2)} times as much as one; wanted where cores allow: 1.7`)

describe('one and two servers', () => {
  bench('nothing more is measured', () => expect(rates).toHaveLength(2), { time: 0, iterations: 1 })
})
