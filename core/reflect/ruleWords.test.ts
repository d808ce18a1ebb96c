import { describe, expect, it } from 'vitest'
import { questionOf, weekly } from '../../tests/questions'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { chanceWords } from '../sentence'
import { thresholdOf } from './believing'
import { decide, type Decision } from './decide'
import type { Evidence } from './evidence'
import { stepRuleWords } from './ruleWords'

const { schools, judgement } = shippedCatalogue()
const { byRule } = judgement.belief

/** How one, two or three meetings may have gone, on a ladder that was begun low or high. */
const NOTES: Partial<Evidence>[] = [
  {},
  { effort: 1 },
  { effort: 5 },
  { effort: 7 },
  { effort: null },
  { form: null },
  { form: 'slipped' },
  { done: 'partly', achieved: 18 },
]
const RUNS = NOTES.flatMap((first) => [
  [first],
  ...NOTES.flatMap((second) => [
    [first, second],
    [first, second, {}],
  ]),
])
const HARD = { done: 'partly', achieved: 9, effort: 8 } as const

interface Case {
  school: string
  quality: 'mobility' | 'strength'
  evidence: Evidence[]
}
const CASES: Case[] = [...schools.keys()].flatMap((school) =>
  (['mobility', 'strength'] as const).flatMap((quality) =>
    RUNS.flatMap((run) =>
      [run, [HARD, ...run], [HARD, HARD, ...run]].map((notes) => ({ school, quality, evidence: weekly(...notes) })),
    ),
  ),
)
const asked = ({ school, quality, evidence }: Case, judging: 'belief' | 'counting') =>
  questionOf(evidence, { judging, quality, school: schools.get(school)! })
const decided = (one: Case) => ({ one, decision: decide(asked(one, 'belief')) })
const steps = CASES.map(decided).filter(({ decision }) => decision.kind === 'step-up')
const ofKind = <K extends Decision['reason']['kind']>(kind: K) =>
  steps.flatMap(({ one, decision }) =>
    decision.reason.kind === kind
      ? [{ one, decision, reason: decision.reason as Decision['reason'] & { kind: K } }]
      : [],
  )

describe('the reason of a step that is believed', () => {
  it('is the reach or the rule, and nothing else', () => {
    const [reached, met] = [ofKind('within-reach').length, ofKind('rule-met').length]
    expect(reached).toBeGreaterThan(100)
    expect(met).toBeGreaterThan(100)
    expect(reached + met).toBe(steps.length)
  })
  it('is the reach only where that is what the school asks', () => {
    for (const { one, reason } of ofKind('within-reach'))
      expect(reason.chance).toBeGreaterThanOrEqual(thresholdOf(asked(one, 'belief')))
  })
  it('is the rule only where counting would have stepped too, in as many meetings as it says', () => {
    for (const { one, decision, reason } of ofKind('rule-met')) {
      expect(reason.chance).toBeGreaterThanOrEqual(byRule)
      const counted = decide(asked(one, 'counting'))
      expect(counted).toMatchObject({ kind: 'step-up', streak: reason.meetings })
      expect(decision.because).toContain(
        reason.meetings === 1 ? ', once: this school’s rule is met' : `, ${reason.meetings} meetings running: this`,
      )
      expect(decision.because).toContain(`within reach ${chanceWords(reason.chance)}, which is enough then.`)
    }
  })
})

describe('what Reflect says of when somebody steps', () => {
  it('names the chances that are asked for, and the rule where less is enough by it', () => {
    for (const school of schools.values()) {
      const words = stepRuleWords({ school, judging: 'belief', judgement })
      for (const quality of ['mobility', 'strength'] as const)
        expect(words).toContain(chanceWords(thresholdOf({ school, quality, judgement })))
      const own = ofKind('rule-met').filter(({ one }) => one.school === school.id)
      const isLess = own.some(({ one, reason }) => reason.chance < thresholdOf(asked(one, 'belief')))
      expect(words.endsWith(school.stepUpRule.slice(1))).toBe(isLess)
      if (isLess) expect(words).toContain(`${chanceWords(byRule)} is enough where its own rule is met as well`)
    }
  })
  it('is the school’s own rule where meetings are counted', () => {
    const school = schools.get('dwell')!
    expect(stepRuleWords({ school, judging: 'counting', judgement })).toBe(school.stepUpRule)
  })
})
