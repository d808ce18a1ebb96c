import { describe, expect, it } from 'vitest'
import { personIn } from '../../tests/people'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { otherSchools } from './otherSchools'
import type { DatedOutcome } from './datedOutcome'
import { reflectOn, type BlockToday } from './reflectOn'

const catalogue = shippedCatalogue()
const dwellBlock = (): BlockToday => ({ school: 'dwell', given: { dose: { kind: 'hold', seconds: 30 }, rounds: 1 } })
const person = personIn('chair', { levels: [{ movement: 'wall-angels', tier: 'chair', side: 'both', level: 2 }] })
const held = (meetingId: string, change: Partial<DatedOutcome> = {}): DatedOutcome => ({
  id: crypto.randomUUID(),
  at: 1,
  blockId: 'b',
  participant: person.id,
  movement: 'wall-angels',
  tier: 'chair',
  side: 'both',
  variation: null,
  level: 2,
  dials: {},
  own: null,
  done: 'done',
  target: 30,
  achieved: 30,
  unit: 's',
  effort: 5,
  pain: null,
  painKind: null,
  form: 'clean',
  cheat: '',
  painWhere: '',
  support: null,
  why: null,
  isGroup: false,
  feel: null,
  evenness: null,
  takesBack: null,
  device: '',
  note: '',
  clears: [],
  meetingId,
  date: meetingId === 'a' ? '2026-03-02' : '2026-04-13',
  arrivalPain: null,
  ...change,
})
const others = (outcomes: DatedOutcome[], meetingId: string) => {
  const reflected = { person, outcomes, blockIn: dwellBlock, judging: 'counting' as const }
  const own = reflectOn(meetingId, reflected, catalogue)
  return otherSchools(meetingId, reflected, own, catalogue).get('wall-angels chair')!
}

describe('what another school would have said', () => {
  it('names those that step where Dwell finds effort 5 not easy enough', () => {
    const said = others([held('a'), held('b')], 'b')
    expect(said).toEqual(
      expect.arrayContaining([
        { school: 'pulse', kind: 'step-up', toLevel: 3 },
        { school: 'measured-load', kind: 'step-up', toLevel: 3 },
      ]),
    )
    expect(said.map((one) => one.school)).not.toContain('dwell')
  })
  it('is nothing where pain speaks: all schools share that', () => {
    expect(others([held('a', { painKind: 'sharp' })], 'a')).toEqual([])
  })
})
