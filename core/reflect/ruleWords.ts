import type { Judgement } from '../catalogue/judgement'
import type { School } from '../catalogue/school'
import { chanceWords } from '../sentence'
import { thresholdOf } from './believing'
import type { Judging } from './question'

/**
 * When somebody steps on, as Reflect says it of a whole circle.
 *
 * @returns a sentence's end, with its full stop; the school's own rule where steps are counted
 * @example
 * stepRuleWords({ school: catalogue.schools.get('dwell'), judging: 'counting', judgement }).endsWith('.') // true
 */
export function stepRuleWords(by: { school: School; judging: Judging; judgement: Judgement }): string {
  if (by.judging === 'counting') return by.school.stepUpRule
  const reach = thresholdOf({ ...by, quality: 'mobility' })
  const strength = thresholdOf({ ...by, quality: 'strength' })
  const { byRule } = by.judgement.belief
  const within = `a step where the next thing is within reach ${chanceWords(reach)}, ${chanceWords(strength)} for strength`
  // Where belief is content with less than that anyway, the rule adds nothing.
  if (byRule >= strength) return `${within}.`
  const rule = `${by.school.stepUpRule.charAt(0).toLowerCase()}${by.school.stepUpRule.slice(1)}`
  return `${within}; ${chanceWords(byRule)} is enough where its own rule is met as well: ${rule}`
}
