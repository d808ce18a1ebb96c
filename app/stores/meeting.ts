import { sure } from '~~/core/entries'
import { changesOfPeople, planAsLed } from '~~/core/lead/clock'
import { withMessage, type Broadcast } from '~~/core/lead/message'
import { foldOutcomes, notedTwice } from '~~/core/lead/outcome'
import { standInsFor } from '~~/core/offer/standIn'
import { TIERS } from '~~/core/catalogue/words'
import { USUAL_ARRIVAL, type Arrival } from '~~/core/offer/person'
import type { Plan } from '~~/core/plan/plan'
import type { LaneBlock } from '~~/core/plan/timeline'
import { sidesToday } from '~~/core/lead/sidesToday'
import { calledName } from '~/words/tiers'
import { readMeeting, type MeetingView } from '~~/core/contract/meetings'

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
  /** Server time minus this device's, so that all devices lead by one clock. */
  const clockOffsetMs = ref(0)
  /** A rehearsal alone: its clock runs faster, and nothing of it is sent or kept. */
  const rehearsal = shallowRef<{ speed: number; since: number; at: number } | null>(null)
  const now = () =>
    rehearsal.value
      ? rehearsal.value.at + (Date.now() - rehearsal.value.since) * rehearsal.value.speed
      : Date.now() + clockOffsetMs.value

  async function open(id: string): Promise<void> {
    if (view.value?.meeting.id !== id) {
      view.value = plan.value = null
      planIsDirty.value = false
    }
    await Promise.all([catalogues.load(), outbox.open()])
    await refresh(id)
    await loadTexts()
  }

  /**
   * The words of all that the plan does, stand-ins and breath included, so that a class can go on without the server.
   */
  async function loadTexts(): Promise<void> {
    const { movements } = catalogues.catalogue
    const planned = plan.value?.blocks.map((block) => block.movement) ?? []
    const standIns = planned.flatMap((id) => {
      const movement = movements.get(id)
      return movement ? TIERS.flatMap((tier) => standInsFor(movement, tier, catalogues.catalogue)) : []
    })
    const breath = [...movements.values()]
      .filter((movement) => movement.quality === 'breath')
      .map((movement) => movement.id)
    await catalogues.loadTexts(
      [...planned, ...standIns.map((one) => one.movement.id), ...breath].filter((id) => movements.has(id)),
    )
  }

  /** Fetches what others have said meanwhile; what waits in the outbox stays on top. */
  async function refresh(id = opened.value.meeting.id): Promise<void> {
    if (rehearsal.value) return
    const asked = Date.now()
    const fetched = await call(readMeeting, { params: { id } })
    clockOffsetMs.value = fetched.now - (asked + Date.now()) / 2
    if (planIsDirty.value && view.value) fetched.meeting = view.value.meeting
    view.value = outbox.waitingFor(id).reduce(withMessage, fetched)
    settlePlan()
  }
  /** The plan on the screen: as it is led once the class has begun, as it is stored where nothing is unsaved. */
  function settlePlan(): void {
    if (!planIsDirty.value) plan.value = planAsLed(opened.value.meeting.plan, opened.value.classEvents)
  }
  /** Takes in what another device has said; of a plan it only says that there is another version. */
  function receive(said: Broadcast): void {
    if (!view.value || rehearsal.value) return
    if (said.kind === 'plan') {
      if (said.planVersion > view.value.meeting.planVersion && !planIsDirty.value) void refresh().catch(() => undefined)
      return
    }
    view.value = withMessage(view.value, said)
    if (said.kind === 'events') settlePlan()
  }
  /** Begins a rehearsal, changes its speed, or ends it and shows the real meeting again. */
  async function rehearse(speed: number | null): Promise<void> {
    if (speed === null) {
      rehearsal.value = null
      await refresh()
      return
    }
    if (!rehearsal.value) view.value = { ...opened.value, classEvents: [], outcomes: [] }
    rehearsal.value = { speed, since: Date.now(), at: now() }
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

  const someCame = computed(() => Object.values(view.value?.arrivals ?? {}).some((arrival) => arrival.came))
  /** Those who came; before anybody is ticked, everybody who is expected. */
  const present = computed(() =>
    (view.value?.people ?? []).filter((person) => !someCame.value || opened.value.arrivals[person.id]?.came),
  )

  /** What has changed of people in class: another tier for the rest, no further part. */
  const changed = computed(() => changesOfPeople(view.value?.classEvents ?? []))

  const personOf = (participant: string) => view.value?.people.find((person) => person.id === participant)
  const nameOf = (participant: string): string => personOf(participant)?.name ?? ''
  /** The first name, by which people are called in a class. */
  const calledOf = (participant: string): string => calledName(nameOf(participant))
  const lanes = useMeetingRiders({ view, plan, present, changed, personOf })
  const outcomes = computed(() => foldOutcomes(view.value?.outcomes ?? []))
  const twice = computed(() => notedTwice(view.value?.outcomes ?? []))
  /** What the sides are called today, and which one is first. */
  const sides = computed(() => sidesToday(opened.value.circle, opened.value.before))
  /** Who has a side that does a block's catch-up round, and which. */
  const catchingUp = (lane: Pick<LaneBlock, 'catchUp'>, blockIndex: number): string[] =>
    lane.catchUp.flatMap((id) =>
      (lanes.riders.value.get(id)?.offers[blockIndex] ?? []).flatMap((offer) =>
        offer.catchUp ? [`${calledOf(id)} ${offer.side}`] : [],
      ),
    )
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
    open,
    refresh,
    receive,
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
    personOf,
    nameOf,
    calledOf,
  }
})
