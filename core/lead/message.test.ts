import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { USUAL_ARRIVAL } from '../offer/person'
import { Message, withMessage, type MeetingState } from './message'
import type { OutcomeEvent } from './outcome'

const PIA = '11111111-1111-4111-8111-111111111111'
const nothing: MeetingState = {
  outcomes: [],
  classEvents: [],
  arrivals: {},
  handChoices: [],
  meeting: { seating: null },
}
const noted = (id: string): OutcomeEvent => ({
  id: `00000000-0000-4000-8000-${id.padStart(12, '0')}`,
  at: Number(id),
  blockId: 'a',
  participant: PIA,
  movement: 'bridge',
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
  effort: null,
  pain: null,
  painKind: null,
  form: null,
  cheat: '',
  painWhere: '',
  support: null,
  why: null,
  isGroup: false,
  feel: null,
  takesBack: null,
  device: '',
  note: '',
  clears: [],
})
const outcomes = (...ids: string[]): Message => ({ kind: 'outcomes', outcomes: ids.map(noted) })

describe('messages of a class', () => {
  it('of outcomes count once, from the box and from the server, in any order', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray([outcomes('1'), outcomes('2', '3'), outcomes('1', '3'), outcomes('4')], { minLength: 4 }),
        (messages) => {
          const once = messages.reduce(withMessage, nothing)
          const twice = [...messages, ...messages].reduce(withMessage, nothing)
          expect(once.outcomes.map((event) => event.at).sort()).toEqual([1, 2, 3, 4])
          expect(twice).toEqual(once)
        },
      ),
    )
  })
  it('keep the last arrival, seating and choice; an empty choice takes it back', () => {
    const choice = { participant: PIA, blockId: 'a', variation: 'bridge.chair.1', reason: 'A quiet day' }
    const heard = (
      [
        { kind: 'arrivals', participant: PIA, arrival: { ...USUAL_ARRIVAL, pain: 2 } },
        { kind: 'arrivals', participant: PIA, arrival: USUAL_ARRIVAL },
        { kind: 'seating', seating: [PIA] },
        { kind: 'choices', choice: { ...choice, variation: 'bridge.chair.2' } },
        { kind: 'choices', choice },
      ] as Message[]
    ).reduce(withMessage, nothing)
    expect(heard).toMatchObject({
      arrivals: { [PIA]: USUAL_ARRIVAL },
      meeting: { seating: [PIA] },
      handChoices: [choice],
    })
    expect(withMessage(heard, { kind: 'choices', choice: { ...choice, variation: '' } }).handChoices).toEqual([])
  })
  it('of an accident change nothing that other screens show', () => {
    expect(
      withMessage(nothing, {
        kind: 'accident',
        report: { id: PIA, at: 1, participant: PIA, what: 'A slip', done: '', witnesses: '' },
      }),
    ).toBe(nothing)
  })
  it('change nothing of what they were given', () => {
    const frozen = Object.freeze({ ...nothing, outcomes: Object.freeze([noted('1')]) as OutcomeEvent[] })
    expect(withMessage(frozen, outcomes('2')).outcomes).toHaveLength(2)
    expect(frozen.outcomes).toHaveLength(1)
  })
  it('say what they are, or are refused', () => {
    expect(Message.safeParse({ kind: 'gossip', text: 'x' }).success).toBe(false)
    expect(Message.safeParse({ kind: 'outcomes', outcomes: [{ ...noted('1'), level: 9 }] }).success).toBe(false)
  })
})
