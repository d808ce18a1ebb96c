import { wallWords } from '~~/core/calendar/wall'
import { sure } from '~~/core/entries'
import { changesOfPeople } from '~~/core/lead/clock'
import { presentIn } from '~~/core/lead/expectedIn'
import { foldOutcomes, notedTwice } from '~~/core/lead/outcome'
import { movementsLed } from '~~/core/lead/movementsLed'
import { USUAL_ARRIVAL, type Arrival } from '~~/core/offer/person'
import type { Plan } from '~~/core/plan/plan'
import type { LaneBlock } from '~~/core/plan/timeline'
import type { ChangeoverMove } from '~~/core/time/changeover'
import { strongCue } from '~~/core/time/strongCue'
import { habitIn, sidesToday } from '~~/core/lead/sidesToday'
import { calledName } from '~/words/tiers'
import type { MeetingView } from '~~/core/contract/meetings'
import { classTime } from '~/live/classTime'

/** The open meeting: what is known of it, what is said in it, and what follows for everybody's offers and time. */
export const useMeeting = defineStore('meeting', () => {
  const catalogues = useCatalogue()
  const outbox = useOutbox()
  const view = shallowRef<MeetingView | null>(null)
  /** The plan on the screen; the editor sets it while it is typed. */
  const plan = shallowRef<Plan | null>(null)
  /** The open meeting, for screens that stand on one. */
  const opened = computed(() => sure(view.value, 'No meeting is open.'))
  const planned = computed(() => sure(plan.value, 'No meeting is open.'))
  /** Whether the plan on the screen holds commands that the server has not got yet. */
  const planIsDirty = ref(false)
  /** A rehearsal alone: its clock runs faster, and nothing of it is sent or kept. */
  const rehearsal = shallowRef<{ speed: number; since: number; at: number; before: MeetingView } | null>(null)
  const now = () =>
    rehearsal.value ? rehearsal.value.at + (classTime() - rehearsal.value.since) * rehearsal.value.speed : classTime()

  const heard = useMeetingHeard({ view, plan, planIsDirty, isRehearsal: () => rehearsal.value !== null })
  const { refresh, settlePlan } = heard

  /** Opens a meeting; the one that is open already goes on as it is while it is fetched anew. */
  async function open(id: string): Promise<void> {
    await outbox.open()
    if (view.value?.meeting.id === id) {
      void refresh(id).catch(() => undefined)
      return
    }
    // The one before stands until this one is there: its page is still on the screen meanwhile.
    planIsDirty.value = false
    heard.forget()
    await Promise.all([catalogues.load(), heard.heardOrKnown(id)])
    await loadTexts()
  }

  /** The words of all that the plan may come to, so that a class can go on without the server. */
  async function loadTexts(): Promise<void> {
    if (plan.value) await catalogues.loadTexts(movementsLed(plan.value, catalogues.catalogue))
  }

  /** Begins a rehearsal, changes its speed, or ends it and shows the real meeting again. */
  async function rehearse(speed: number | null): Promise<void> {
    const at = now()
    const before = rehearsal.value?.before ?? opened.value
    if (!rehearsal.value) view.value = { ...before, classEvents: [], outcomes: [] }
    rehearsal.value = speed === null ? null : { speed, since: classTime(), at, before }
    if (speed !== null) return
    view.value = before
    settlePlan()
    await refresh()
  }

  /** The version that the plan on the screen stands on. */
  function planSaved(saved: { plan: Plan; planVersion: number }): void {
    if (view.value) view.value = { ...view.value, meeting: { ...view.value.meeting, ...saved } }
  }

  const messages = useMeetingMessages({
    view,
    now,
    isRehearsal: () => rehearsal.value !== null,
    taken: (message) => message.kind === 'events' && settlePlan(),
  })

  const unsafeNotes = computed(
    () =>
      new Set(
        outbox.messages.flatMap(({ name, message }) =>
          outbox.unsafe.has(name) && message.kind === 'outcomes' ? message.outcomes.map((outcome) => outcome.id) : [],
        ),
      ),
  )
  /** Whether a note would still be there if this device were switched off now. */
  const isSafe = ({ id }: { id: string }): boolean => !unsafeNotes.value.has(id)

  const someCame = computed(() => Object.values(view.value?.arrivals ?? {}).some((arrival) => arrival.came))
  /** Those who came; before anybody is ticked, everybody who is expected. */
  const present = computed(() => (view.value ? presentIn(view.value) : []))

  /** What has changed of people in class: another tier for the rest, no further part. */
  const changed = computed(() => changesOfPeople(view.value?.classEvents ?? []))

  const personOf = (participant: string) => view.value?.people.find((person) => person.id === participant)
  const nameOf = (participant: string): string => personOf(participant)?.name ?? ''
  /** The first name, by which people are called in a class. */
  const calledOf = (participant: string): string => calledName(nameOf(participant))
  /** A moment by the clock on the wall of the venue, wherever this device is. */
  const wallAt = (at: string | number | Date, pattern: string): string =>
    wallWords(at, opened.value.venue.zone ?? null, pattern)
  const lanes = useMeetingRiders({ view, plan, present, changed })
  const outcomes = computed(() => foldOutcomes(view.value?.outcomes ?? []))
  const twice = computed(() => notedTwice(view.value?.outcomes ?? []))
  /** What the sides are called today, and which one is first. */
  const sides = computed(() =>
    sidesToday(habitIn(opened.value.circle, plan.value ?? { order: null }), opened.value.before),
  )
  /** Who has a side that does a block's catch-up round, and which. */
  const catchingUp = (lane: Pick<LaneBlock, 'catchUp'>, blockIndex: number): string[] =>
    lane.catchUp.flatMap((id) =>
      (lanes.riders.value.get(id)?.offers[blockIndex] ?? []).flatMap((offer) =>
        offer.catchUp ? [`${calledOf(id)} ${offer.side}`] : [],
      ),
    )
  /** Who of a lane is told which leg leads on a way. */
  const leadingLegs = (riders: readonly string[], moves: readonly Pick<ChangeoverMove, 'from' | 'to'>[]): string[] =>
    riders.flatMap((id) => {
      const cue = strongCue(moves, lanes.riders.value.get(id)?.mover.strongLeg ?? null, catalogues.catalogue.graph)
      return cue === '' ? [] : [`${calledOf(id)}: ${cue}.`]
    })
  const arrivalOf = (participant: string): Arrival =>
    view.value?.arrivals[participant] ?? { ...USUAL_ARRIVAL, came: false }

  return {
    view,
    plan,
    opened,
    planned,
    planIsDirty,
    planSaved,
    now,
    cutSince: heard.cutSince,
    asOf: heard.asOf,
    notice: heard.notice,
    changedElsewhere: heard.changedElsewhere,
    isSafe,
    open,
    refresh,
    receive: heard.receive,
    catchUp: heard.catchUp,
    rehearsal,
    rehearse,
    changed,
    ...messages,
    ...lanes,
    someCame,
    present,
    outcomes,
    twice,
    sides,
    arrivalOf,
    catchingUp,
    leadingLegs,
    personOf,
    nameOf,
    calledOf,
    wallAt,
  }
})
