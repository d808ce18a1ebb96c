import { describe, expect, it } from 'vitest'
import { GOING_PEOPLE, simulatedUpAndGo, USUAL_GO_SENSOR, type GoSensor } from './simulatedUpAndGo'
import { GO_PHASES, goWords, upAndGoIn, type GoTrace, type UpAndGo } from './upAndGo'
import { faultWords } from './soundTrace'

const SEEDS = 60
const noisy = (times: number): GoSensor => ({
  rateHz: times > 2 ? 50 : 60,
  noise: { pitch: 0.4 * times, turn: 1.5 * times, up: 0.15 * times },
  jitterMs: 4 * times,
  zero: 0.6 * times,
})
const foundIn = (trace: GoTrace) => {
  const found = upAndGoIn(trace)
  if ('missing' in found) throw new Error(`Not found: ${found.missing}`)
  return found
}
const quantile = (values: number[], share: number) =>
  values.toSorted((a, b) => a - b)[Math.floor(share * (values.length - 1))]!

describe('the parts of the timed up and go', () => {
  it.each([
    ['low', 1],
    ['middle', 2],
    ['high', 4],
  ])('lie within 0.2 s of the simulated truth at the median, at %s noise', (name, times) => {
    const off: Record<string, number[]> = Object.fromEntries([...GO_PHASES, 'whole', 'steps'].map((one) => [one, []]))
    for (const person of GOING_PEOPLE)
      for (let seed = 1; seed <= SEEDS; seed += 1) {
        const { sent, phases, steps } = simulatedUpAndGo(person, seed, noisy(times))
        const found = foundIn(sent)
        found.phases.forEach(({ phase, fromMs, toMs }, at) => {
          off[phase]!.push(Math.abs(fromMs - phases[at]!.fromMs) / 1000, Math.abs(toMs - phases[at]!.toMs) / 1000)
        })
        off.whole!.push(Math.abs(found.seconds - (phases[5]!.toMs - phases[0]!.fromMs) / 1000))
        off.steps!.push(Math.abs(found.steps - steps))
      }
    const said = Object.entries(off).map(
      ([part, all]) => `${part} ${quantile(all, 0.5).toFixed(2)} (95 of 100: ${quantile(all, 0.95).toFixed(2)})`,
    )
    console.log(`up and go, ${name} noise, off by: ${said.join(', ')}`)
    for (const phase of [...GO_PHASES, 'whole']) expect(quantile(off[phase]!, 0.5), phase).toBeLessThan(0.2)
    expect(quantile(off.steps!, 0.5)).toBeLessThanOrEqual(1)
  })
  it('follow each other without a gap', () => {
    const { phases, seconds } = foundIn(simulatedUpAndGo(GOING_PEOPLE[1]!, 3, USUAL_GO_SENSOR).sent)
    expect(phases.map(({ phase }) => phase)).toEqual(GO_PHASES)
    for (let at = 1; at < phases.length; at += 1) expect(phases[at]!.fromMs).toBe(phases[at - 1]!.toMs)
    expect(seconds).toBeCloseTo((phases[5]!.toMs - phases[0]!.fromMs) / 1000, 6)
  })
  it('are said in seconds, with the steps', () => {
    const found: UpAndGo = foundIn(simulatedUpAndGo(GOING_PEOPLE[0]!, 3, USUAL_GO_SENSOR).sent)
    expect(goWords(found)).toMatch(/^Up \d\.\d s, there \d\.\d s, turned .+, down \d\.\d s; 1\d steps\.$/)
  })
})

describe('a sensor with something wrong', () => {
  const { sent } = simulatedUpAndGo(GOING_PEOPLE[1]!, 9, USUAL_GO_SENSOR)
  const cut = (from: number, to: number): GoTrace => ({
    ms: sent.ms.slice(from, to),
    pitch: sent.pitch.slice(from, to),
    turn: sent.turn.slice(from, to),
    up: sent.up.slice(from, to),
  })
  it('that is taken away in the middle: what is missing is said, and nothing is made up', () => {
    expect(upAndGoIn(cut(0, sent.ms.length >> 1))).toMatchObject({ missing: 'two turns' })
    expect(upAndGoIn(cut(0, 10))).toMatchObject({ missing: 'anything' })
    const sits = simulatedUpAndGo(GOING_PEOPLE[1]!, 9, USUAL_GO_SENSOR).phases[5]!
    const until = sent.ms.findIndex((ms) => ms > sits.fromMs)
    expect(upAndGoIn(cut(0, until))).toMatchObject({ missing: 'sitting down' })
  })
  it('that jumps, repeats and sends nonsense is read as if it were sound, and that is said', () => {
    const whole = foundIn(sent)
    const bad = { ...sent, turn: sent.turn.slice(), pitch: sent.pitch.slice(), ms: sent.ms.slice() }
    for (let at = 20; at < bad.ms.length; at += 60) {
      bad.turn[at] = 1500
      bad.pitch[at + 7] = NaN
      bad.ms[at + 14] = bad.ms[at + 13]!
    }
    const found = foundIn(bad)
    expect(found.seconds).toBeCloseTo(whole.seconds, 0)
    expect(faultWords(found.faults, null)).toMatch(/cannot be.+came twice/)
  })
})
