import { beforeAll, describe, expect, it } from 'vitest'
import { SchoolId } from '../../core/catalogue/words'
import { shippedCatalogue } from '../shippedCatalogue'
import { judged, type Judged } from './population'

/** Invented bodies, led for half a year by the decisions of each school: is the judgement sound? */
const results = new Map<SchoolId, Judged>()
const percent = (share: number) => `${(100 * share).toFixed(1)} %`
beforeAll(() => {
  for (const school of SchoolId.options) results.set(school, judged(school, shippedCatalogue(), 20_261_125))
  const rows = [...results].map(
    ([school, r]) =>
      `| ${school} | ${percent(r.above)} | ${percent(r.farAbove)} | ${percent(r.withinAfterSix)} | ${r.weeksUntilWithin} | ${percent(r.dropsMet)} (${percent(r.dropsMetFully)}) | ${percent(r.missedRegressions)} | ${r.stepsAMonth.toFixed(1)} | ${r.oscillation.toFixed(2)} |`,
  )
  console.log(
    [
      '| school | above | far above | within one | weeks until | drops met | missed | steps a month | to and fro |',
      ...rows,
    ].join('\n'),
  )
}, 300_000)

describe('the judgement over 26 weeks of a simulated population', () => {
  it('offers above what a body can do rarely, and far above hardly ever (Dwell)', () => {
    // Finer ladders have a rung where there was none: nearer to what a body can do, and a little more often over it.
    expect(results.get('dwell')!.above).toBeLessThan(0.06)
    expect(results.get('dwell')!.farAbove).toBeLessThan(0.005)
  })
  it('is within one level of what a body can do after six meetings for nine of ten (Dwell)', () => {
    expect(results.get('dwell')!.withinAfterSix).toBeGreaterThanOrEqual(0.95)
  })
  it('meets a true drop of two levels within two meetings for 95 of 100 (Dwell)', () => {
    expect(results.get('dwell')!.dropsMet).toBeGreaterThanOrEqual(0.95)
  })
  it('lets nothing poor go on twice without an ease, whatever the school', () => {
    for (const [school, result] of results) expect(result.missedRegressions, school).toBeLessThan(0.02)
  })
})
