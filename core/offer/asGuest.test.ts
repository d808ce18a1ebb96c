import { describe, expect, it } from 'vitest'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { TIERS } from '../catalogue/words'
import { asGuest, isKeptOut } from './asGuest'
import { offersFor } from './offerFor'
import { Participant, ParticipantFields } from './participant'
import { USUAL_ARRIVAL } from './person'
import { todayOf } from './today'
import { judge } from './verdict'

const catalogue = shippedCatalogue()
const CLOSED = { clearedBy: '', note: 'told me in tears', clearedFor: '', since: null, until: null, clearedOn: null }
const guest = (change: object = {}): Participant => ({
  ...ParticipantFields.parse({
    ...{ name: 'Ada Guest', birthYear: 1949, sex: 'female', heightCm: 161, pace: 'usual', homeTier: 'chair' },
    ...{ access: { bed: 'yes', chair: 'yes', standing: 'with-help', floor: 'no' }, considerations: [], levels: [] },
    ...change,
  }),
  ...{ id: '11111111-1111-4111-8111-111111111111', version: 3, ranges: [], dials: [], visiting: null, leftOut: [] },
  ...{ flares: [], remembered: [], screenedOn: '2026-01-04' },
})
const facts = [...catalogue.considerations.values()].filter(({ redFlag }) => !redFlag)

describe('a guest to whom no lead has agreed', () => {
  it('is a name and a place, and nothing of their health', () => {
    const person = guest({ considerations: [{ ...CLOSED, consideration: 'brittle-bones', side: 'both' }] })
    const shown = asGuest(person, catalogue)
    expect(shown).toMatchObject({ name: 'Ada Guest', homeTier: 'chair', considerations: [], screenedOn: null })
    expect(JSON.stringify(shown)).not.toMatch(/brittle|tears|1949|161/)
    expect(shown.access).toEqual({ bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' })
  })
  it.each(facts.map(({ id }) => [id]))('is offered nothing that “%s” closes', (consideration) => {
    const person = guest({ considerations: [{ ...CLOSED, consideration, side: 'left' }] })
    const shown = asGuest(person, catalogue)
    const today = todayOf(shown, catalogue, USUAL_ARRIVAL, { daysAway: null })
    for (const movement of catalogue.movements.values())
      for (const tier of TIERS) {
        const asked = { movement, dose: movement.doses.dwell.dose, rounds: 1, restSeconds: 0 }
        const situation = { person: shown, today: { ...today, tier }, catalogue, arrival: USUAL_ARRIVAL }
        for (const { kind, variation, side } of offersFor(asked, situation))
          if (kind === 'movement') expect(judge(variation!, side, { person }, catalogue).blocks).toEqual([])
      }
  })
  it('stands only who stands without help', () => {
    const standing = { homeTier: 'standing', access: { bed: 'yes', chair: 'yes', standing: 'with-help', floor: 'no' } }
    expect(asGuest(guest(standing), catalogue).homeTier).toBe('chair')
    const steady = { ...standing, access: { ...standing.access, standing: 'yes' } }
    expect(asGuest(guest(steady), catalogue).homeTier).toBe('standing')
  })
  it('does not join where a fact keeps them out', () => {
    const [flag] = [...catalogue.considerations.values()].filter(({ redFlag }) => redFlag)
    expect(
      isKeptOut(guest({ considerations: [{ ...CLOSED, consideration: flag!.id, side: 'both' }] }), catalogue),
    ).toBe(true)
    expect(isKeptOut(guest(), catalogue)).toBe(false)
  })
})
