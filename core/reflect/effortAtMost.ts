import type { Question } from './question'

/**
 * The highest effort, 0–10, that still steps up: the school's for a stretch, more for strength, since work that is easy
 * makes nobody stronger; null: any.
 *
 * @source common practice: strength at 6–7 of 10, stretching at 4
 * @example
 * effortAtMost({ quality: 'strength', school: catalogue.schools.get('dwell'), judgement }) // 7
 */
export function effortAtMost({ quality, school, judgement }: Pick<Question, 'quality' | 'school' | 'judgement'>) {
  if (school.effortAtMost === null || quality !== 'strength') return school.effortAtMost
  return Math.max(school.effortAtMost, judgement.steps.strengthEffort)
}
