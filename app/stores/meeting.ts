import { differenceInCalendarDays, getYear } from 'date-fns'
import type { ClassEvent } from '~~/core/lead/clock'
import { checksOf } from '~~/core/check/checksOf'
import { foldOutcomes, type OutcomeEvent } from '~~/core/lead/outcome'
import type { OutcomeDraft } from '~~/core/lead/logFor'
import { USUAL_ARRIVAL, type Arrival } from '~~/core/offer/person'
import type { Plan } from '~~/core/plan/plan'
import { riderOf, type Expected, type RiderToday } from '~~/core/plan/riders'
import { timelineOf } from '~~/core/plan/timeline'
import { MeetingView, type HandChoiceRecord } from './meetingView'

/** A class event as it is pressed, before it has an id and a time. */
export type Pressed = ClassEvent extends infer E ? (E extends ClassEvent ? Omit<E, 'id' | 'at'> : never) : never

/** The open meeting: what is known of it, what is said in it, and what follows for everybody's offers and time. */
export const useMeeting = defineStore('meeting', () => {
  const catalogues = useCatalogue()
  const outbox = useOutbox()
  const view = shallowRef<MeetingView | null>(null)
  /** The plan on the screen; the editor sets it while it is typed. */
  const plan = shallowRef<Plan | null>(null)
  /** Whether the plan on the screen holds commands that the server has not got yet. */
  const planIsDirty = ref(false)
  /** Server time minus this device's, so that all devices lead by one clock. */
  const clockOffsetMs = ref(0)
  const now = () => Date.now() + clockOffsetMs.value

  async function open(id: string): Promise<void> {
    if (view.value?.meeting.id !== id) {
      view.value = plan.value = null
      planIsDirty.value = false
    }
    await Promise.all([catalogues.load(), outbox.open()])
    await refresh(id)
    await loadTexts()
  }

  /** The words of all that the plan does, stand-ins and breath included, so that a class can go on without the server. */
  async function loadTexts(): Promise<void> {
    const { movements } = catalogues.catalogue
    const planned = plan.value?.blocks.map((block) => block.movement) ?? []
    const standIns = planned.flatMap((id) => Object.values(movements.get(id)?.standIns ?? {}))
    const breath = [...movements.values()].filter((movement) => movement.quality === 'breath').map((movement) => movement.id)
    await catalogues.loadTexts([...planned, ...standIns, ...breath].filter((id) => movements.has(id)))
  }

  /** Fetches what others have said meanwhile; what waits in the outbox stays on top. */
  async function refresh(id = view.value!.meeting.id): Promise<void> {
    const asked = Date.now()
    const fetched = MeetingView.parse(await $fetch(`/api/meetings/${id}`, { retry: 0 }))
    clockOffsetMs.value = fetched.now - (asked + Date.now()) / 2
    if (planIsDirty.value && view.value) fetched.meeting = view.value.meeting
    view.value = outbox.letters.filter((kept) => kept.meetingId === id && kept.refused === '').reduce((known, kept) => withLetter(known, kept.letter), fetched)
    if (!planIsDirty.value) plan.value = fetched.meeting.plan
  }

  /** The version that the plan on the screen stands on. */
  function planSaved(saved: { plan: Plan; planVersion: number }): void {
    view.value = { ...view.value!, meeting: { ...view.value!.meeting, ...saved } }
  }

  function say(name: string, letter: Parameters<typeof outbox.put>[2]): void {
    view.value = withLetter(view.value!, letter)
    void outbox.put(view.value.meeting.id, name, letter)
  }
  function sayArrival(participant: string, arrival: Arrival): void {
    say(`arrival ${view.value!.meeting.id} ${participant}`, { kind: 'arrivals', participant, arrival })
  }
  function choose(choice: HandChoiceRecord): void {
    say(`choice ${view.value!.meeting.id} ${choice.participant} ${choice.blockId}`, { kind: 'choices', choice })
  }
  function log(drafts: OutcomeDraft[]): OutcomeEvent[] {
    const outcomes = drafts.map((draft) => ({ ...draft, id: crypto.randomUUID(), at: Math.round(now()) }))
    if (outcomes.length > 0) say(outcomes[0]!.id, { kind: 'outcomes', outcomes })
    return outcomes
  }
  function press(pressed: Pressed): void {
    const event = { ...pressed, id: crypto.randomUUID(), at: Math.round(now()) } as ClassEvent
    say(event.id, { kind: 'events', events: [event] })
  }

  const someCame = computed(() => Object.values(view.value?.arrivals ?? {}).some((arrival) => arrival.came))
  /** Those who came; before anybody is ticked, everybody who is expected. */
  const present = computed(() => (view.value?.people ?? []).filter((person) => !someCame.value || view.value!.arrivals[person.id]?.came))

  function expected(participant: string): Expected {
    const { people, arrivals, lastCame, meeting, handChoices } = view.value!
    const last = lastCame[participant]
    const person = people.find((person) => person.id === participant)!
    return {
      person,
      arrival: arrivals[participant]?.came ? arrivals[participant] : undefined,
      when: { daysAway: last ? differenceInCalendarDays(meeting.startsAt, last) : null, year: getYear(meeting.startsAt), screenedDaysAgo: person.screenedOn === null ? null : differenceInCalendarDays(meeting.startsAt, person.screenedOn) },
      choices: new Map(handChoices.filter((choice) => choice.participant === participant).map((choice) => [choice.blockId, choice])),
    }
  }
  const riders = computed(() => {
    if (!view.value || !plan.value) return new Map<string, RiderToday>()
    return new Map(view.value.people.map((person) => [person.id, riderOf(expected(person.id), plan.value!, catalogues.catalogue)]))
  })
  const ridersPresent = computed(() => present.value.map((person) => riders.value.get(person.id)!).filter((rider) => rider.today.takesPart))
  const timeline = computed(() => timelineOf(plan.value!, ridersPresent.value, new Set(view.value!.met), catalogues.catalogue))
  const checks = computed(() => (plan.value && view.value ? checksOf({
    plan: plan.value, timeline: timeline.value, people: present.value, riders: ridersPresent.value, venue: view.value.venue, helpers: view.value.circle.helpers, climbAtMost: view.value.circle.climbAtMost, aim: plan.value.aim, catalogue: catalogues.catalogue,
  }) : []))
  const outcomes = computed(() => foldOutcomes(view.value?.outcomes ?? []))
  const arrivalOf = (participant: string): Arrival => view.value?.arrivals[participant] ?? { ...USUAL_ARRIVAL, came: false }

  return { view, plan, planIsDirty, planSaved, now, open, refresh, sayArrival, choose, log, press, someCame, present, riders, ridersPresent, timeline, checks, expected, outcomes, arrivalOf }
})

/** What is known once a letter is counted in; ids make sure that nothing counts twice. */
function withLetter(known: MeetingView, letter: Parameters<ReturnType<typeof useOutbox>['put']>[2]): MeetingView {
  switch (letter.kind) {
    case 'outcomes':
      return { ...known, outcomes: [...known.outcomes, ...letter.outcomes] }
    case 'events':
      return { ...known, classEvents: [...known.classEvents, ...letter.events] }
    case 'arrivals':
      return { ...known, arrivals: { ...known.arrivals, [letter.participant]: letter.arrival } }
    case 'choices': {
      const others = known.handChoices.filter((choice) => choice.participant !== letter.choice.participant || choice.blockId !== letter.choice.blockId)
      return { ...known, handChoices: letter.choice.variation === '' ? others : [...others, letter.choice] }
    }
  }
}
