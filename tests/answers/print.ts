import { TIERS } from '../../core/catalogue/words'
import { randomFrom } from '../../core/random'
import { shippedCatalogue } from '../shippedCatalogue'
import { answersIn, answersTo, drawThree, factName, factsOf, pairsOf, shareOf, type Fact } from './answers'

/** Prints who is left with breath: for one health fact cell by cell, for two and three the shares and the worst. */
const catalogue = shippedCatalogue()
const facts = factsOf(catalogue)
const percent = (share: number) => `${(100 * share).toFixed(1)} %`
const say = (line: string) => process.stdout.write(`${line}\n`)

function printSingles(): void {
  let cells = 0
  let left = 0
  let standIns = 0
  for (const fact of facts) {
    for (const tier of TIERS) {
      const answered = answersIn(tier, [fact], catalogue)
      if (!answered) {
        say(`${factName(fact)}, ${tier}: closed`)
        continue
      }
      cells += answered.cells
      left += answered.left.length
      standIns += answered.standIns
      if (answered.left.length === 0) continue
      say(`${factName(fact)}, ${tier}: ${answered.left.length} of ${answered.cells} left with breath`)
      for (const because of new Set(answered.left.map((one) => one.because))) {
        const movements = answered.left.filter((one) => one.because === because).map((one) => one.movement)
        say(`    ${because}: ${[...new Set(movements)].join(' ')}`)
      }
    }
  }
  say(
    `One fact: ${cells - left} of ${cells} cells are answered (${percent(1 - left / cells)}), ` +
      `${percent(standIns / cells)} by a stand-in or sitting`,
  )
}

function printSets(name: string, sets: readonly Fact[][]): void {
  const shares = sets.map((set) => ({ set, share: shareOf(answersTo(set, catalogue)) }))
  const mean = shares.reduce((sum, one) => sum + one.share, 0) / shares.length
  const worst = shares.toSorted((a, b) => a.share - b.share).slice(0, 8)
  say(`${name}: ${percent(mean)} on average over ${sets.length}, at worst ${percent(worst[0]?.share ?? 1)}`)
  for (const { set, share } of worst) say(`    ${percent(share)} ${set.map(factName).join(' + ')}`)
}

printSingles()
printSets('Two facts', pairsOf(facts))
const random = randomFrom(2026)
printSets(
  'Three facts',
  Array.from({ length: Number(process.argv[2] ?? 10_000) }, () => drawThree(facts, random)),
)
