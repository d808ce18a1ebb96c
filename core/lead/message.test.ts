import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { USUAL_ARRIVAL } from '../offer/person'
import { Message, together, withMessage, type MeetingState } from './message'
import type { OutcomeEvent } from './outcome'

const BO = '22222222-2222-4222-8222-222222222222'
const PIA = '11111111-1111-4111-8111-111111111111'
const nothing: MeetingState = {
  outcomes: [],
  classEvents: [],
  arrivals: {},
  handChoices: [],
  meeting: { seating: null },
  times: { arrivals: {}, choices: {}, seating: 0 },
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
  evenness: null,
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
  const choice = { participant: PIA, blockId: 'a', variation: 'bridge.chair.1', reason: 'A quiet day' }
  it('keep the later arrival, seat and choice, whichever comes first; an empty choice takes it back for good', () => {
    const said: Message[] = [
      { kind: 'arrivals', participant: PIA, arrival: { came: true, pain: 2 }, at: 1 },
      { kind: 'arrivals', participant: PIA, arrival: { pain: 0 }, at: 4 },
      { kind: 'seating', seating: [PIA], at: 2 },
      { kind: 'seating', seating: [], at: 1 },
      { kind: 'choices', choice: { ...choice, variation: 'bridge.chair.2' }, at: 3 },
      { kind: 'choices', choice, at: 5 },
    ]
    for (const order of [said, said.toReversed()])
      expect(order.reduce(withMessage, nothing)).toMatchObject({
        arrivals: { [PIA]: { ...USUAL_ARRIVAL, pain: 0 } },
        meeting: { seating: [PIA] },
        handChoices: [choice],
      })
    const back: Message = { kind: 'choices', choice: { ...choice, variation: '' }, at: 6 }
    for (const order of [
      [...said, back],
      [back, ...said],
    ])
      expect(order.reduce(withMessage, nothing).handChoices).toEqual([])
  })
  it('of an arrival go together field by field: a late word of pain takes no dizziness away', () => {
    const offline: Message = {
      kind: 'arrivals',
      participant: PIA,
      arrival: { came: true, pain: 2, dizzy: false },
      at: 10,
    }
    const online: Message = { kind: 'arrivals', participant: PIA, arrival: { pain: 7, dizzy: true }, at: 20 }
    for (const order of [
      [offline, online],
      [online, offline],
    ])
      expect(order.reduce(withMessage, nothing).arrivals[PIA]).toMatchObject({ came: true, pain: 7, dizzy: true })
  })
  it('say of several at once that they came; what was said of one of them later stays', () => {
    const late: Message = { kind: 'arrivals', participant: PIA, arrival: { came: false, pain: 3 }, at: 9 }
    const came: Message = { kind: 'came', participants: [PIA, BO], at: 5 }
    for (const order of [
      [late, came],
      [came, late],
    ])
      expect(order.reduce(withMessage, nothing).arrivals).toMatchObject({
        [PIA]: { came: false, pain: 3 },
        [BO]: { ...USUAL_ARRIVAL, came: true },
      })
  })
  const people = ['1', '2'].map((one) => PIA.replace('1', one))
  const at = fc.integer({ min: 1, max: 6 })
  const anyMessage: fc.Arbitrary<Message> = fc.oneof(
    fc.constantFrom(outcomes('1'), outcomes('2', '3'), outcomes('3')),
    fc.record({
      kind: fc.constant('arrivals' as const),
      ...{ at, participant: fc.constantFrom(...people) },
      arrival: fc.record(
        { came: fc.boolean(), pain: fc.integer({ min: 0, max: 2 }), dizzy: fc.boolean() },
        { requiredKeys: [] },
      ),
    }),
    fc.record({ kind: fc.constant('came' as const), at, participants: fc.constantFrom(people, people.slice(1)) }),
    fc.record({ kind: fc.constant('seating' as const), at, seating: fc.constantFrom(null, [], people) }),
    fc.record({
      kind: fc.constant('choices' as const),
      at,
      choice: fc.constantFrom(choice, { ...choice, variation: '' }, { ...choice, reason: 'Other' }),
    }),
  )
  const sorted = (state: MeetingState) => ({ ...state, outcomes: state.outcomes.toSorted((a, b) => a.at - b.at) })
  it('come to the same in whatever order and however often they arrive', () => {
    fc.assert(
      fc.property(fc.array(anyMessage, { maxLength: 12 }), fc.infiniteStream(fc.nat()), (said, keys) => {
        const mixed = [...said, ...said]
          .map((message) => ({ message, key: keys.next().value as number }))
          .toSorted((a, b) => a.key - b.key)
          .map(({ message }) => message)
        expect(sorted(mixed.reduce(withMessage, nothing))).toEqual(sorted(said.reduce(withMessage, nothing)))
      }),
      { numRuns: 2000 },
    )
  })
  it('are not forgotten by what is fetched: what either knows is known', () => {
    fc.assert(
      fc.property(fc.array(anyMessage, { maxLength: 8 }), fc.array(anyMessage, { maxLength: 8 }), (here, there) => {
        const fetched = there.reduce(withMessage, nothing)
        const both = together(here.reduce(withMessage, nothing), fetched)
        expect(sorted(both)).toEqual(sorted([...here, ...there].reduce(withMessage, nothing)))
      }),
      { numRuns: 2000 },
    )
  })
  it('of an outcome take the server’s own copy, which has its place in the order', () => {
    const own = { ...noted('1'), sequence: 7, at: 5 }
    const heard = [outcomes('1'), { kind: 'outcomes', outcomes: [own] } as Message, outcomes('1')].reduce(
      withMessage,
      nothing,
    )
    expect(heard.outcomes).toEqual([own])
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
