import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { tierChange, tierObjection, type TierStepTaken } from './tierChange'

const sitter = personIn('chair', { access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' } })

describe('a step between tiers', () => {
  it('opens the other tier with help for visits, and whole by a move', () => {
    expect(tierChange(sitter, 'visits', 'standing')).toMatchObject({
      homeTier: 'chair',
      visiting: 'standing',
      access: { standing: 'with-help' },
    })
    expect(tierChange(sitter, 'move', 'standing')).toMatchObject({
      homeTier: 'standing',
      visiting: null,
      access: { standing: 'yes' },
    })
  })
  it('down leaves what is open as it is', () => {
    expect(tierChange(sitter, 'down', 'bed')).toMatchObject({ homeTier: 'bed', access: { bed: 'yes' } })
  })
  const gate = {
    kind: 'gate' as const,
    from: 'chair' as const,
    to: 'standing' as const,
    because: 'One thing is missing.',
    missing: [],
  }
  it.each([
    ['up without the gate needs a reason', 'visits', 'standing', '', 'needs-reason'],
    ['and is taken with one', 'visits', 'standing', 'Wants to try', undefined],
    ['down needs nothing', 'down', 'bed', '', undefined],
    ['but is no step up', 'down', 'standing', '', 'wrong-way'],
    ['ending visits needs nothing', 'end-visits', 'standing', '', undefined],
  ] as const)('%s', (_, step: TierStepTaken, to, reason, kind) => {
    const objection = tierObjection(sitter, { step, to, reason }, gate)
    expect(objection?.kind).toBe(kind)
  })
  it('that is proposed needs no reason', () => {
    const step = { ...gate, kind: 'visits' as const }
    expect(tierObjection(sitter, { step: 'visits', to: 'standing', reason: '' }, step)).toBeNull()
  })
})
