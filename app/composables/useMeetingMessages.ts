import { dequal } from 'dequal'
import { entriesOf, entryAt, sure } from '~~/core/entries'
import type { MeetingView } from '~~/core/contract/meetings'
import type { AccidentReport } from '~~/core/lead/accident'
import type { ClassEvent } from '~~/core/lead/classEvent'
import { planAsLed, startOf } from '~~/core/lead/clock'
import type { OutcomeDraft } from '~~/core/lead/logFor'
import { withMessage, type HandChoiceRecord, type Message } from '~~/core/lead/message'
import type { OutcomeEvent } from '~~/core/lead/outcome'
import { stampAfter } from '~~/core/lead/stamp'
import { withTwins } from '~~/core/plan/chainEdits'
import { ArrivalSaid, type Arrival } from '~~/core/offer/person'

/** A class event as it is pressed, before it has an id and a time. */
export type Pressed = ClassEvent extends infer E
  ? E extends ClassEvent
    ? Omit<E, 'id' | 'at' | 'under' | 'sequence'>
    : never
  : never

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

  /** The time of what is said now: after all that is known of this class. */
  function stamped(): number {
    const { classEvents, outcomes, times } = opened()
    return stampAfter(now(), [
      ...[...classEvents, ...outcomes].map((event) => event.at),
      ...Object.values(times.arrivals).flatMap((fields) => Object.values(fields)),
      ...Object.values(times.choices),
      times.seating,
    ])
  }
  function send(name: string, message: Message): void {
    if (!view.value) return
    view.value = withMessage(view.value, message)
    taken(message)
    if (isRehearsal()) return
    void outbox.put(view.value.meeting.id, name, message)
  }
  /** Says what is new of somebody's arrival; what is as it was is not said again. */
  function sayArrival(participant: string, arrival: Arrival): void {
    const known = opened().arrivals[participant]
    const news = entriesOf<keyof Arrival, unknown>(arrival).filter(
      ([field, value]) => !known || !dequal(known[field], value),
    )
    if (news.length === 0) return
    const said = ArrivalSaid.parse(Object.fromEntries(news))
    send(crypto.randomUUID(), { kind: 'arrivals', participant, arrival: said, at: stamped() })
  }
  /** Says that several came, in one message: it is kept whole or not at all. */
  function sayCame(participants: readonly string[]): void {
    if (participants.length === 0) return
    send(crypto.randomUUID(), { kind: 'came', participants: [...participants], at: stamped() })
  }
  /** Keeps an order round the room; null: it is worked out again. */
  function seat(seating: string[] | null): void {
    send(crypto.randomUUID(), { kind: 'seating', seating, at: stamped() })
  }
  /** Writes an accident down: kept here until it has arrived, as all that is said in a class. */
  function report(accident: Omit<AccidentReport, 'id'>): void {
    const id = crypto.randomUUID()
    send(id, { kind: 'accident', report: { ...accident, id } })
  }
  function choose(choice: HandChoiceRecord): void {
    // Where a chain does the sides one after the other, it holds for both.
    for (const blockId of withTwins(planAsLed(opened().meeting.plan, opened().classEvents).blocks, [choice.blockId]))
      send(crypto.randomUUID(), { kind: 'choices', choice: { ...choice, blockId }, at: stamped() })
  }
  function log(drafts: OutcomeDraft[]): OutcomeEvent[] {
    const at = stamped()
    const outcomes = drafts.map((draft) => ({ ...draft, device, id: crypto.randomUUID(), at }))
    if (outcomes.length > 0) send(entryAt(outcomes, 0).id, { kind: 'outcomes', outcomes })
    return outcomes
  }
  function press(pressed: Pressed): void {
    const under = pressed.event === 'start' ? null : (startOf(opened().classEvents)?.id ?? null)
    const event = { ...pressed, id: crypto.randomUUID(), at: stamped(), under } as ClassEvent
    send(event.id, { kind: 'events', events: [event] })
  }
  return { sayArrival, sayCame, seat, report, choose, log, press }
}
