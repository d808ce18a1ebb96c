import { entryAt, sure } from '~~/core/entries'
import type { MeetingView } from '~~/core/contract/meetings'
import type { AccidentReport } from '~~/core/lead/accident'
import type { ClassEvent } from '~~/core/lead/clock'
import type { OutcomeDraft } from '~~/core/lead/logFor'
import { withMessage, type HandChoiceRecord, type Message } from '~~/core/lead/message'
import type { OutcomeEvent } from '~~/core/lead/outcome'
import type { Arrival } from '~~/core/offer/person'

/** A class event as it is pressed, before it has an id and a time. */
export type Pressed = ClassEvent extends infer E ? (E extends ClassEvent ? Omit<E, 'id' | 'at'> : never) : never

/** What messages are said from. */
interface Said {
  view: Ref<MeetingView | null>
  /** The meeting's time, epoch milliseconds. */
  now: () => number
  /** Then nothing is sent or kept. */
  isRehearsal: () => boolean
  /** After a message was taken in here. */
  taken: (message: Message) => unknown
}

/**
 * What is said in the open meeting: taken in on this screen at once, kept until the server has it, and under a name
 * of its own, so that saying it twice is harmless.
 */
export function useMeetingMessages({ view, now, isRehearsal, taken }: Said) {
  const outbox = useOutbox()
  /** This tab, among those that may note the same. */
  const device = crypto.randomUUID().slice(0, 8)
  const opened = () => sure(view.value, 'No meeting is open.')

  function send(name: string, message: Message): void {
    if (!view.value) return
    view.value = withMessage(view.value, message)
    taken(message)
    if (isRehearsal()) return
    void outbox.put(view.value.meeting.id, name, message)
  }
  function sayArrival(participant: string, arrival: Arrival): void {
    send(`arrival ${opened().meeting.id} ${participant}`, { kind: 'arrivals', participant, arrival })
  }
  /** Keeps an order round the room; null: it is worked out again. */
  function seat(seating: string[] | null): void {
    send(`seating ${opened().meeting.id}`, { kind: 'seating', seating })
  }
  /** Writes an accident down: kept here until it has arrived, as all that is said in a class. */
  function report(accident: Omit<AccidentReport, 'id'>): void {
    const id = crypto.randomUUID()
    send(id, { kind: 'accident', report: { ...accident, id } })
  }
  function choose(choice: HandChoiceRecord): void {
    send(`choice ${opened().meeting.id} ${choice.participant} ${choice.blockId}`, { kind: 'choices', choice })
  }
  function log(drafts: OutcomeDraft[]): OutcomeEvent[] {
    const outcomes = drafts.map((draft) => ({ ...draft, device, id: crypto.randomUUID(), at: Math.round(now()) }))
    if (outcomes.length > 0) send(entryAt(outcomes, 0).id, { kind: 'outcomes', outcomes })
    return outcomes
  }
  function press(pressed: Pressed): void {
    const event = { ...pressed, id: crypto.randomUUID(), at: Math.round(now()) } as ClassEvent
    send(event.id, { kind: 'events', events: [event] })
  }
  return { sayArrival, seat, report, choose, log, press }
}
