import type { Catalogue } from '../catalogue/catalogue'
import type { OutcomeEvent } from '../lead/outcome'
import { dialsWords } from '../offer/dials'
import { writeTable } from './table'

/** An outcome that holds, with whose it is and when. */
export interface NamedOutcome {
  name: string
  /** ISO day of the meeting. */
  date: string
  circle: string
  outcome: OutcomeEvent
}

/**
 * Outcomes as a table: one row for each person, block and side as it holds now. What was not recorded stays empty.
 *
 * @example
 * outcomeRows([], catalogue).includes('Movement') // true
 */
export function outcomeRows(outcomes: readonly NamedOutcome[], catalogue: Catalogue): string {
  const headers = [
    'Date',
    'Circle',
    'Name',
    'Movement',
    'Tier',
    'Level',
    'Version',
    'Dials',
    'Side',
    'Done',
    'Target',
    'Achieved',
    'Unit',
    'Effort',
    'Pain',
    'Pain kind',
    'Pain where',
    'Form',
    'Cheat',
    'Support',
    'Note',
  ]
  return writeTable(
    headers,
    outcomes.map(({ name, date, circle, outcome }) => [
      date,
      circle,
      name,
      catalogue.movements.get(outcome.movement)?.name ?? outcome.movement,
      outcome.tier,
      outcome.level,
      catalogue.variations.get(outcome.variation ?? '')?.name ?? outcome.variation,
      dialled(outcome, catalogue),
      outcome.side,
      outcome.done,
      outcome.target,
      outcome.achieved,
      outcome.unit,
      outcome.effort,
      outcome.pain,
      outcome.painKind,
      outcome.painWhere ?? '',
      outcome.form,
      outcome.cheat ?? '',
      outcome.support ?? '',
      outcome.note,
    ]),
  )
}

/** Dials that were turned for this person; empty where none. */
function dialled({ variation, dials }: OutcomeEvent, catalogue: Catalogue): string {
  const rung = catalogue.variations.get(variation ?? '')
  return rung ? dialsWords(rung, dials ?? {}) : ''
}
