import type { OutcomeEvent } from './outcome'

/** What can be added to an outcome, and taken back. */
export type OutcomeDetail = Partial<
  Pick<
    OutcomeEvent,
    | 'effort'
    | 'pain'
    | 'painKind'
    | 'painWhere'
    | 'form'
    | 'cheat'
    | 'support'
    | 'why'
    | 'feel'
    | 'note'
    | 'achieved'
    | 'evenness'
  >
>

type Field = keyof OutcomeDetail

/** What has no meaning any more once something is taken back. */
const GOES_WITH: Partial<Record<Field, readonly Field[]>> = { pain: ['painKind', 'painWhere'], form: ['cheat'] }

const EMPTY = {
  effort: null,
  pain: null,
  painKind: null,
  painWhere: '',
  form: null,
  cheat: '',
  support: null,
  why: null,
  feel: null,
  note: '',
  achieved: null,
  evenness: null,
} as const satisfies Required<OutcomeDetail>

/**
 * An outcome with a detail added; the same said again takes it back, and with it what belonged to it. A note that is
 * emptied is taken back too. What was reached is only ever replaced.
 *
 * @returns what the next event says: `clears` names what is empty from now on
 * @example
 * withDetail({ ...outcome, form: 'slipped', cheat: 'Leans' }, { form: 'slipped' }).clears // ['form', 'cheat']
 */
export function withDetail<O extends Omit<OutcomeEvent, 'id' | 'at'>>(outcome: O, detail: OutcomeDetail): O {
  const said = Object.keys(detail).filter((field): field is Field => field in EMPTY)
  const back = said.filter((field) => field !== 'achieved' && isTakenBack(outcome, detail, field))
  const clears = back.flatMap((field) => [field, ...(GOES_WITH[field] ?? [])])
  const emptied = Object.fromEntries(clears.map((field) => [field, EMPTY[field]]))
  return { ...outcome, ...detail, ...emptied, clears }
}

function isTakenBack(outcome: Omit<OutcomeEvent, 'id' | 'at'>, detail: OutcomeDetail, field: Field): boolean {
  return detail[field] === EMPTY[field] || detail[field] === outcome[field]
}
