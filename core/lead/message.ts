import { z } from 'zod'
import { Arrival } from '../offer/person'
import { AccidentReport } from './accident'
import { ClassEvent } from './clock'
import { OutcomeEvent } from './outcome'

/** A variation chosen by hand for a person and a block, with the reason; an empty variation takes it back. */
export const HandChoiceRecord = z.object({
  participant: z.uuid(),
  blockId: z.string().min(1).max(60),
  variation: z.string().max(120),
  reason: z.string().max(300, 'A reason has 300 characters at most.').default(''),
})
export type HandChoiceRecord = z.infer<typeof HandChoiceRecord>

/** Person ids round the room, as somebody ordered them; null: it is worked out. */
export const Seating = z.array(z.uuid()).max(80).nullable()

/** Something said in a meeting that the server and every screen that follows has to receive, once. */
export const Message = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('outcomes'), outcomes: z.array(OutcomeEvent).max(500) }),
  z.object({ kind: z.literal('events'), events: z.array(ClassEvent).max(500) }),
  z.object({ kind: z.literal('arrivals'), participant: z.uuid(), arrival: Arrival }),
  z.object({ kind: z.literal('choices'), choice: HandChoiceRecord }),
  z.object({ kind: z.literal('seating'), seating: Seating }),
  z.object({ kind: z.literal('accident'), report: AccidentReport }),
])
export type Message = z.infer<typeof Message>

/** What messages change of what is known of a meeting. */
export interface MeetingState {
  outcomes: OutcomeEvent[]
  classEvents: ClassEvent[]
  arrivals: Record<string, Arrival>
  handChoices: HandChoiceRecord[]
  meeting: { seating: string[] | null }
}

/**
 * What is known once a message is counted in. Events have ids, so a message that comes twice, from the box and from the
 * server, counts once.
 *
 * @example
 * withMessage({ meeting: { seating: null } }, { kind: 'seating', seating: ['bo', 'ann'] }).meeting.seating
 * // ['bo', 'ann']
 */
export function withMessage<K extends MeetingState>(known: K, message: Message): K {
  switch (message.kind) {
    case 'outcomes':
      return { ...known, outcomes: added(known.outcomes, message.outcomes) }
    case 'events':
      return { ...known, classEvents: added(known.classEvents, message.events) }
    case 'arrivals':
      return { ...known, arrivals: { ...known.arrivals, [message.participant]: message.arrival } }
    case 'seating':
      return { ...known, meeting: { ...known.meeting, seating: message.seating } }
    case 'accident':
      // Only leads read it again, from the server.
      return known
    case 'choices': {
      const others = known.handChoices.filter(
        (choice) => choice.participant !== message.choice.participant || choice.blockId !== message.choice.blockId,
      )
      return { ...known, handChoices: message.choice.variation === '' ? others : [...others, message.choice] }
    }
  }
}

function added<E extends { id: string }>(known: E[], more: readonly E[]): E[] {
  const ids = new Set(known.map((event) => event.id))
  const fresh = more.filter((event) => !ids.has(event.id))
  return fresh.length === 0 ? known : [...known, ...fresh]
}

/** What a screen that follows a meeting hears: a message, or that the plan has another version. */
export const Broadcast = z.discriminatedUnion('kind', [
  ...Message.options,
  z.object({ kind: z.literal('plan'), planVersion: z.number().int() }),
])
export type Broadcast = z.infer<typeof Broadcast>
