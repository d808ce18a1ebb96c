import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { blockOfMovement, planWith, ridersIn } from '../../tests/plans'
import { shippedCatalogue, shippedTexts } from '../../tests/shippedCatalogue'
import { TIERS } from '../catalogue/words'
import { wordCount } from '../sentence'
import { LAST_THIRD } from '../plan/gaps'
import { swingsTold, swingWordCount, swingWords } from '../plan/swingTold'
import { timelineOf } from '../plan/timeline'
import { cuesOf } from './cues'
import { scriptOf } from './script'

const catalogue = shippedCatalogue()
const textsOf = shippedTexts()
const PAIR = { kind: 'pair', hold: 10, there: 4, count: 10, perSwing: 2 } as const
const people = TIERS.map((tier) => personIn(tier, { id: tier }))
const planOf = (movement: string, there: number) =>
  planWith([blockOfMovement(movement, { dose: { ...PAIR, there }, rounds: 1, restSeconds: 0 })])
function spoken(movement: string, { there = 4, who = people } = {}) {
  const plan = planOf(movement, there)
  const riders = ridersIn(plan, who)
  const timeline = timelineOf(plan, riders, new Set([movement]), catalogue)
  const circle = { sideHabit: 'left-right', startSide: 'left', howMuch: 'full', counting: 'tempo' } as const
  const steps = scriptOf(timeline)
  return { steps, cues: cuesOf(steps, { plan, timeline, riders, circle, catalogue, textsOf }) }
}

describe('the voice of a pair', () => {
  it('tells a swing that is the same for all once, where they are', () => {
    const told = spoken('knee-lift-hold').cues.filter(({ say }) => /then the swing/i.test(say))
    expect(told.map(({ say }) => say)).toEqual(['Then the swing: let one leg swing forward and back like a bell.'])
    expect(told[0]!.lanes).toEqual(['bed', 'chair', 'standing', 'floor'])
  })
  it('tells a lane that goes elsewhere for it how they get ready, and each swing to those who do it', () => {
    const who = [
      personIn('standing', { levels: [{ movement: 'hip-hinge', tier: 'standing', side: 'both', level: 3 }] }),
      personIn('chair', { id: 'chair', levels: [{ movement: 'hip-hinge', tier: 'chair', side: 'both', level: 3 }] }),
    ]
    const told = spoken('hip-hinge', { there: 8, who }).cues.filter(({ say }) => say.includes('then the swing'))
    expect(told.map(({ say }) => say)).toEqual([
      'On the chairs: then the swing: let one leg swing forward and back like a bell.',
      'Standing: then the swing: stand beside the chair, a fingertip on it.',
    ])
  })
  it('lets go where the hold ends, and lets it come to rest with the last swing', () => {
    const { steps, cues } = spoken('knee-lift-hold')
    for (const [words, into] of [
      ['Let go, and swing.', 10],
      ['And come to rest.', 10 + 4 + 9 * 2],
    ] as const) {
      const said = cues.filter(({ say }) => say === words)
      expect(said.map(({ step }) => steps[step]!.kind)).toEqual(['work', 'work'])
      for (const { intoStep } of said) expect(intoStep).toBeCloseTo(into, 1)
    }
    // Neither its half nor its last five seconds are those of a hold.
    expect(cues.some(({ say }) => say === 'Half way.' || say === 'Five seconds more.')).toBe(false)
  })
  it('is given the time that it takes', () => {
    for (const movement of ['knee-lift-hold', 'hip-hinge', 'ankle-on-knee', 'upper-back-turn']) {
      const { steps, cues } = spoken(movement)
      const work = steps.findIndex(({ kind }) => kind === 'work')
      const told = cues.filter(({ say }) => /then the swing/i.test(say))
      expect(told.length, movement).toBeGreaterThan(0)
      for (const { step, runsOn } of told) {
        expect(step).toBeLessThan(work)
        if (step === work - 1) expect(runsOn).toBe(0)
      }
    }
  })
  it('counts its words as they are said', () => {
    const heard = ridersIn(planOf('hip-hinge', 8), people).map(({ tier, offers }) => ({ tier, offers: offers[0]! }))
    const told = swingsTold(heard)
    expect(told.length).toBeGreaterThan(0)
    for (const one of told)
      expect(swingWordCount(one, catalogue)).toBe(wordCount(swingWords(one, catalogue, textsOf(one.swing.variation))))
  })
})

describe('counts that are long', () => {
  it.each([
    ['the last third of a hold to a target', { kind: 'target', seconds: 90 }, LAST_THIRD, 60],
    ['the last swing', { kind: 'swing', count: 12, perSwing: 2 }, 'And come to rest.', 22],
    ['the other way round', { kind: 'circle', perDirection: 5, perCircle: 4 }, 'And the other way.', 20],
  ] as const)('are said: %s', (_, dose, words, into) => {
    const plan = planWith([blockOfMovement('bridge', { dose, rounds: 1, restSeconds: 0 })])
    const riders = ridersIn(plan, people)
    const timeline = timelineOf(plan, riders, new Set(['bridge']), catalogue)
    const circle = { sideHabit: 'left-right', startSide: 'left', howMuch: 'full', counting: 'seconds' } as const
    const said = cuesOf(scriptOf(timeline), { plan, timeline, riders, circle, catalogue, textsOf })
    const [count, ...others] = said.filter(({ say }) => say === words)
    expect(others).toEqual([])
    expect(count!.intoStep).toBeGreaterThanOrEqual(into)
    expect(count!.intoStep).toBeLessThanOrEqual(into + 0.5)
  })
})
