import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import type { OutcomeEvent } from '../lead/outcome'
import { outcomeRows } from './outcomeRows'
import { readTable } from './table'

const outcome: OutcomeEvent = {
  id: '00000000-0000-4000-8000-000000000001',
  at: 1,
  blockId: 'a',
  participant: '11111111-1111-4111-8111-111111111111',
  movement: 'bridge',
  tier: 'chair',
  side: 'left',
  variation: 'bridge.chair.2',
  level: 2,
  dials: {},
  own: null,
  done: 'partly',
  target: 30,
  achieved: 21,
  unit: 's',
  effort: null,
  pain: 0,
  painKind: null,
  form: 'slipped',
  cheat: 'The arm drags the turn.',
  painWhere: '',
  support: 'hand',
  why: null,
  feel: null,
  evenness: null,
  isGroup: false,
  takesBack: null,
  device: '',
  note: '=1+1, "tired"',
  clears: [],
}

describe('outcomes as a spreadsheet', () => {
  it('are read again as they were, an empty effort empty, a pain of 0 as 0; no note is a formula', () => {
    const text = outcomeRows(
      [{ name: 'Ada, of Mill', date: '2026-11-18', circle: 'Friday', outcome }],
      shippedCatalogue(),
    )
    const [row] = readTable(text).rows
    expect(row!.cells).toMatchObject({
      Date: '2026-11-18',
      Name: 'Ada, of Mill',
      Movement: 'Bridge',
      Level: '2',
      Side: 'left',
      Done: 'partly',
      Achieved: '21',
      Effort: '',
      Pain: '0',
      Form: 'slipped',
      Support: 'hand',
      Note: '=1+1, "tired"',
    })
    expect(text).toContain('"\'=1+1')
  })
})
