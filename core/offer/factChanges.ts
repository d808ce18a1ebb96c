import { dequal } from 'dequal/lite'
import type { ParticipantConsideration } from './participant'

/** What became of one health fact between two moments. */
export interface FactChange {
  fact: ParticipantConsideration
  became: 'added' | 'taken away' | 'cleared' | 'no longer cleared' | 'changed'
}

/**
 * What changed of somebody's health facts, those that are new first.
 *
 * @example
 * factChanges([], [{ consideration: 'brittle-bones', side: 'both', clearedBy: '' }])[0].became // 'added'
 */
export function factChanges(
  before: readonly ParticipantConsideration[],
  after: readonly ParticipantConsideration[],
): FactChange[] {
  const keyOf = ({ consideration, side }: ParticipantConsideration) => `${consideration} ${side}`
  const was = new Map(before.map((fact) => [keyOf(fact), fact]))
  const is = new Map(after.map((fact) => [keyOf(fact), fact]))
  const now = [...is.values()].flatMap((fact): FactChange[] => {
    const known = was.get(keyOf(fact))
    if (!known) return [{ fact, became: 'added' }]
    if (dequal(known, fact)) return []
    if ((known.clearedBy === '') !== (fact.clearedBy === ''))
      return [{ fact, became: fact.clearedBy === '' ? 'no longer cleared' : 'cleared' }]
    return [{ fact, became: 'changed' }]
  })
  const gone = [...was.values()].filter((fact) => !is.has(keyOf(fact)))
  return [
    ...now.toSorted((a, b) => Number(b.became === 'added') - Number(a.became === 'added')),
    ...gone.map((fact): FactChange => ({ fact, became: 'taken away' })),
  ]
}

/**
 * The same as words.
 *
 * @param nameOf what a health fact is called
 * @example
 * factChangeWords([], [{ consideration: 'brittle-bones', side: 'left', clearedBy: '' }], () => 'Brittle bones')
 * // 'Brittle bones, left: added'
 */
export function factChangeWords(
  before: readonly ParticipantConsideration[],
  after: readonly ParticipantConsideration[],
  nameOf: (consideration: string) => string,
): string {
  return factChanges(before, after)
    .map(({ fact, became }) => {
      const side = fact.side === 'both' ? '' : `, ${fact.side}`
      const by = became === 'cleared' ? ` by ${fact.clearedBy}` : ''
      return `${nameOf(fact.consideration)}${side}: ${became}${by}`
    })
    .join('; ')
}
