import { z } from 'zod'
import { Arrival, ArrivalSaid } from '../offer/person'
import { AccidentReport } from './accident'
import { ClassEvent } from './classEvent'
import { laterOf, saidAt, type Timed } from './later'
import { OutcomeEvent } from './outcome'

/** A variation chosen by hand for a person and a block, with the reason; an empty variation takes it back. */
export const HandChoiceRecord = z.object({
  participant: z.uuid(),
  blockId: z.string().min(1).max(60),
  variation: z.string().max(120),
  reason: z.string().max(300, 'A reason has 300 characters at most.').default(''),
})
export type HandChoiceRecord = z.infer<typeof HandChoiceRecord>

/** Somebody of whom nothing was said yet. */
const UNSAID_ARRIVAL = Arrival.parse({})

/** Person ids round the room, as somebody ordered them; null: it is worked out. */
export const Seating = z.array(z.uuid()).max(80).nullable()

/** When something was said that a later word replaces, epoch milliseconds; 0: the server's now. */
const At = z.number().int().min(0).default(0)

/** Something said in a meeting that the server and every screen that follows has to receive, once. */
export const Message = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('outcomes'), outcomes: z.array(OutcomeEvent).max(500) }),
  z.object({ kind: z.literal('events'), events: z.array(ClassEvent).max(500) }),
  // What is new of somebody's arrival: what is left out stays.
  z.object({ kind: z.literal('arrivals'), participant: z.uuid(), arrival: ArrivalSaid, at: At }),
  // Several came at once: one word for all of them.
  z.object({ kind: z.literal('came'), participants: z.array(z.uuid()).min(1).max(80), at: At }),
  z.object({ kind: z.literal('choices'), choice: HandChoiceRecord, at: At }),
  z.object({ kind: z.literal('seating'), seating: Seating, at: At }),
  z.object({ kind: z.literal('accident'), report: AccidentReport }),
])
export type Message = z.infer<typeof Message>

/** When each thing that a later word replaces was said, epoch milliseconds; what is not in it is as old as can be. */
export const Times = z.object({
  /** By participant and field. */
  arrivals: z.record(z.string(), z.record(z.string(), z.number())),
  /** By participant and block, with a blank between; also of choices that were taken back. */
  choices: z.record(z.string(), z.number()),
  seating: z.number(),
})
export type Times = z.infer<typeof Times>

/** What messages change of what is known of a meeting. */
export interface MeetingState {
  outcomes: OutcomeEvent[]
  classEvents: ClassEvent[]
  arrivals: Record<string, Arrival>
  handChoices: HandChoiceRecord[]
  meeting: { seating: string[] | null }
  times: Times
}

/**
 * What is known once a message is counted in, in whatever order they come. Events have ids, so a message that comes
 * twice, from the box and from the server, counts once; of arrivals, choices and the seating the later word holds,
 * field by field.
 *
 * @example
 * withMessage(nothingSaid, { kind: 'seating', seating: ['bo', 'ann'], at: 1 }).meeting.seating // ['bo', 'ann']
 */
export function withMessage<K extends MeetingState>(known: K, message: Message): K {
  switch (message.kind) {
    case 'outcomes':
      return { ...known, outcomes: united(known.outcomes, message.outcomes) }
    case 'events':
      return { ...known, classEvents: united(known.classEvents, message.events) }
    case 'arrivals': {
      const { participant, arrival, at } = message
      return withArrival(known, participant, saidAt(arrival, at))
    }
    case 'came':
      return message.participants.reduce(
        (state, participant) => withArrival(state, participant, saidAt({ came: true }, message.at)),
        known,
      )
    case 'seating':
      return withSeating(known, message.seating, message.at)
    case 'accident':
      // Only leads read it again, from the server.
      return known
    case 'choices':
      return withChoice(known, message.choice, message.at)
  }
}

/**
 * What holds of what a screen knows and what it fetched: nothing that either knows is forgotten.
 *
 * @param fetched gives all that messages do not change
 * @example
 * together(nothingSaid, nothingSaid).outcomes // []
 */
export function together<K extends MeetingState>(known: MeetingState, fetched: K): K {
  let both: K = {
    ...fetched,
    outcomes: united(known.outcomes, fetched.outcomes),
    classEvents: united(known.classEvents, fetched.classEvents),
  }
  for (const [participant, arrival] of Object.entries(known.arrivals))
    both = withArrival(both, participant, { fields: arrival, at: known.times.arrivals[participant] ?? {} })
  for (const [key, at] of Object.entries(known.times.choices)) {
    const [participant = '', blockId = ''] = key.split(' ')
    both = withChoice(both, choiceOf(known, participant, blockId), at)
  }
  return withSeating(both, known.meeting.seating, known.times.seating)
}

function withArrival<K extends MeetingState>(known: K, participant: string, said: Timed<ArrivalSaid>): K {
  const before = known.arrivals[participant]
  const merged = laterOf<ArrivalSaid>({ fields: before ?? {}, at: known.times.arrivals[participant] ?? {} }, said)
  return {
    ...known,
    arrivals: { ...known.arrivals, [participant]: { ...UNSAID_ARRIVAL, ...merged.fields } },
    times: { ...known.times, arrivals: { ...known.times.arrivals, [participant]: merged.at } },
  }
}

function withChoice<K extends MeetingState>(known: K, choice: HandChoiceRecord, at: number): K {
  const { participant, blockId } = choice
  const key = `${participant} ${blockId}`
  const before = { choice: choiceOf(known, participant, blockId) }
  const merged = laterOf({ fields: before, at: { choice: known.times.choices[key] ?? 0 } }, saidAt({ choice }, at))
  const others = known.handChoices.filter((one) => one.participant !== participant || one.blockId !== blockId)
  return {
    ...known,
    handChoices: merged.fields.choice.variation === '' ? others : [...others, merged.fields.choice],
    times: { ...known.times, choices: { ...known.times.choices, [key]: merged.at.choice ?? 0 } },
  }
}

/** What was chosen by hand; an empty variation where nothing was. */
function choiceOf(known: MeetingState, participant: string, blockId: string): HandChoiceRecord {
  const found = known.handChoices.find((one) => one.participant === participant && one.blockId === blockId)
  return found ?? { participant, blockId, variation: '', reason: '' }
}

function withSeating<K extends MeetingState>(known: K, seating: string[] | null, at: number): K {
  const before = { fields: { seating: known.meeting.seating }, at: { seating: known.times.seating } }
  const merged = laterOf(before, saidAt({ seating }, at))
  return {
    ...known,
    meeting: { ...known.meeting, seating: merged.fields.seating },
    times: { ...known.times, seating: merged.at.seating ?? 0 },
  }
}

/** Events once each; of one that is known twice the server's own, which has its place in the order. */
function united<E extends { id: string; sequence?: number | null }>(known: E[], more: readonly E[]): E[] {
  const byId = new Map(known.map((event) => [event.id, event]))
  let isNew = false
  for (const event of more) {
    const before = byId.get(event.id)
    if (before && (isKept(before) || !isKept(event))) continue
    byId.set(event.id, event)
    isNew = true
  }
  return isNew ? [...byId.values()] : known
}
const isKept = ({ sequence }: { sequence?: number | null }): boolean => sequence !== undefined && sequence !== null

/**
 * What a screen that follows a meeting hears: a message, that the plan has another version, or that somebody joined.
 */
export const Broadcast = z.discriminatedUnion('kind', [
  ...Message.options,
  // By whom: their name.
  z.object({ kind: z.literal('plan'), planVersion: z.number().int(), by: z.string() }),
  z.object({ kind: z.literal('people') }),
])
export type Broadcast = z.infer<typeof Broadcast>

/** All that was said between two places of a meeting's order: more than `from`, up to and with `upTo`. */
export const Said = z.object({ from: z.number().int(), upTo: z.number().int(), messages: z.array(Broadcast) })
export type Said = z.infer<typeof Said>
