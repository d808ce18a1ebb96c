import { mkdirSync, writeFileSync } from 'node:fs'
import { shippedCatalogue } from '../shippedCatalogue'
import { CASES } from './cells'
import { frontierSvg, type Point } from './frontier'
import { judged, type Cell, type Judge } from './halfYear'
import { PATCHY } from './notes'
import type { Judged } from './tally'

/**
 * The published tables and the frontier's chart: `npm run population`, with the number of people a cell. What is too
 * hard and what is too easy stand side by side, since a rule that only counts the one is paid for with the other.
 */
const people = Number(process.argv[2] ?? 400)
const SEED = 20_261_128
const catalogue = shippedCatalogue()
const run = (cell: Omit<Cell, 'catalogue' | 'people' | 'seed'>, some = people): Judged =>
  judged({ ...cell, catalogue, people: some, seed: SEED })
const percent = (share: number) => `${(100 * share).toFixed(1)} %`

for (const judge of ['belief', 'counting', 'naive'] as const satisfies readonly Judge[]) {
  console.log(
    `\n| ${judge} | avoidable | under | stuck | within one after six | drops met | steps a month | asks | rows |`,
  )
  console.log('| --- | --- | --- | --- | --- | --- | --- | --- | --- |')
  for (const { name, school, noting } of CASES) {
    const r = run({ school, noting, judge })
    const { dropsMet } = run({ school, noting, judge, drops: true }, Math.ceil(people / 3))
    console.log(
      `| ${name} | ${r.avoidable.toFixed(1)} | ${percent(r.under)} | ${percent(r.stuck)} | ` +
        `${percent(r.withinAfterSix)} | ${percent(dropsMet)} | ${r.stepsAMonth.toFixed(1)} | ` +
        `${r.asks.toFixed(1)} | ${r.rows.toFixed(1)} |`,
    )
  }
}

console.log('\n| Dwell, patchy, belief | avoidable | under |\n| --- | --- | --- |')
for (const noise of [0.5, 1.6]) {
  const r = run({ school: 'dwell', noting: PATCHY, judge: 'belief', noise })
  console.log(`| ${noise} times the noise | ${r.avoidable.toFixed(1)} | ${percent(r.under)} |`)
}

const at = (q: number): Point => {
  const { judgement } = catalogue
  const reachAt = { ...judgement.belief.reachAt, dwell: q }
  const dared = { ...catalogue, judgement: { ...judgement, belief: { ...judgement.belief, reachAt } } }
  const r = judged({ school: 'dwell', noting: PATCHY, judge: 'belief', catalogue: dared, people, seed: SEED })
  return { label: q.toFixed(2), avoidable: r.avoidable, under: r.under }
}
const belief = [0.8, 0.7, 0.6, 0.5, 0.4, 0.3].map(at)
const alone = (judge: Judge): Point => {
  const r = run({ school: 'dwell', noting: PATCHY, judge })
  return { label: judge, avoidable: r.avoidable, under: r.under }
}
mkdirSync('docs/decisions/figures', { recursive: true })
writeFileSync('docs/decisions/figures/frontier.svg', frontierSvg(belief, [alone('counting'), alone('naive')]))
