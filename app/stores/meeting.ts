import { dequal } from 'dequal'
import { sure } from '~~/core/entries'
import { changesOfPeople, planAsLed } from '~~/core/lead/clock'
import { together, withMessage, type Said } from '~~/core/lead/message'
import { foldOutcomes, notedTwice } from '~~/core/lead/outcome'
import { movementsLed } from '~~/core/lead/movementsLed'
import { USUAL_ARRIVAL, type Arrival } from '~~/core/offer/person'
import type { Plan } from '~~/core/plan/plan'
import type { LaneBlock } from '~~/core/plan/timeline'
import { sidesToday } from '~~/core/lead/sidesToday'
import { calledName } from '~/words/tiers'
import { readMeeting, readSaid, type MeetingView } from '~~/core/contract/meetings'
import { watchThrottled } from '@vueuse/core'
import { classTime } from '~/live/classTime'
import { isOfTheseDays } from '~/live/days'
import { isUnreachable, PATIENCE_MS } from '~/live/heardOrKnown'
import { knownBy } from '~/live/known'

const KEEP_EVERY_MS = 1000

/** The open meeting: what is known of it, what is said in it, and what follows for everybody's offers and time. */
export const useMeeting = defineStore('meeting', () => {
  const catalogues = useCatalogue()
  const outbox = useOutbox()
  const { account } = useAccount()
  const view = shallowRef<MeetingView | null>(null)
  /** The plan on the screen; the editor sets it while it is typed. */
  const plan = shallowRef<Plan | null>(null)
  /** The open meeting, for screens that stand on one. */
  const opened = computed(() => sure(view.value, 'No meeting is open.'))
  const planned = computed(() => sure(plan.value, 'No meeting is open.'))
  /** Whether the plan on the screen holds commands that the server has not got yet. */
  const planIsDirty = ref(false)
  /** When what is shown was heard, by this device, where that was on an earlier visit; null: on this one. */
  const asOf = ref<number | null>(null)
  /** Since when nothing is heard of the server, by this device; null: it is heard. */
  const cutSince = ref<number | null>(null)
  /** The plan was changed on another device: what stood on this screen before, and who did it. */
  const changedElsewhere = shallowRef<{ before: Plan; by: string } | null>(null)
  /** What happened to the class elsewhere and concerns whoever leads it, in words; empty: nothing. */
  const notice = ref('')
  /** A rehearsal alone: its clock runs faster, and nothing of it is sent or kept. */
  const rehearsal = shallowRef<{ speed: number; since: number; at: number; before: MeetingView } | null>(null)
  const now = () =>
    rehearsal.value ? rehearsal.value.at + (classTime() - rehearsal.value.since) * rehearsal.value.speed : classTime()

  /** Opens a meeting; the one that is open already goes on as it is while it is fetched anew. */
  async function open(id: string): Promise<void> {
    await outbox.open()
    if (view.value?.meeting.id === id) {
      void refresh(id).catch(() => undefined)
      return
    }
    view.value = plan.value = null
    asOf.value = cutSince.value = null
    planIsDirty.value = false
    notice.value = ''
    changedElsewhere.value = null
    await Promise.all([catalogues.load(), heardOrKnownMeeting(id)])
    await loadTexts()
  }

  /** The words of all that the plan may come to, so that a class can go on without the server. */
  async function loadTexts(): Promise<void> {
    if (plan.value) await catalogues.loadTexts(movementsLed(plan.value, catalogues.catalogue))
  }

  /** The meeting as the server has it; where it cannot be reached, as it was known, with what waits here. */
  async function heardOrKnownMeeting(id: string): Promise<void> {
    try {
      await refresh(id)
    } catch (error) {
      const known = isUnreachable(error) ? await keptMeeting(id) : undefined
      if (!known) throw error
      asOf.value = known.at
      cutSince.value ??= Date.now()
      view.value = outbox.waitingFor(id).reduce(withMessage, known.value)
      settlePlan()
    }
  }
  const owner = () => account.value?.id ?? ''
  const keptMeeting = (id: string) => knownBy(owner()).get<MeetingView>(`meeting ${id}`)
  /** A meeting of these days is kept as it is on this screen, for a reload without the server. */
  watchThrottled(
    view,
    (now) => {
      if (!now || rehearsal.value || !account.value || !isOfTheseDays(now.meeting.startsAt, classTime())) return
      void knownBy(owner()).keep(`meeting ${now.meeting.id}`, now)
    },
    { throttle: KEEP_EVERY_MS },
  )

  /** Fetches the meeting anew; nothing that is known here, or waits in the outbox, is forgotten. */
  async function refresh(id = opened.value.meeting.id): Promise<void> {
    if (rehearsal.value) return
    const fetched = await call(readMeeting, { params: { id }, patienceMs: PATIENCE_MS })
    asOf.value = null
    const known = view.value?.meeting.id === id ? view.value : null
    const both = known ? together(known, fetched) : fetched
    const isOwnPlan = planIsDirty.value && known !== null
    const { plan: own, planVersion } = isOwnPlan ? known.meeting : fetched.meeting
    const sequence = Math.max(known?.sequence ?? 0, fetched.sequence)
    view.value = outbox
      .waitingFor(id)
      .reduce(withMessage, { ...both, sequence, meeting: { ...both.meeting, plan: own, planVersion } })
    settlePlan()
  }
  /** The plan on the screen: as it is led once the class has begun, as it is stored where nothing is unsaved. */
  function settlePlan(): void {
    if (!planIsDirty.value) plan.value = planAsLed(opened.value.meeting.plan, opened.value.classEvents)
  }
  /** Takes in what was said in the meeting; where something before it was not heard, that is asked for first. */
  function receive(said: Said): void {
    if (!view.value || rehearsal.value || said.upTo <= view.value.sequence) return
    if (said.from > view.value.sequence) return void catchUp()
    let [isOther, planBy]: [boolean, string | null] = [false, null]
    for (const message of said.messages) {
      if (message.kind === 'people') isOther = true
      else if (message.kind === 'plan') {
        // What is unsaved here is put on top of that version when it is saved.
        if (message.planVersion > view.value.meeting.planVersion && !planIsDirty.value) planBy = message.by
      } else view.value = withMessage(view.value, message)
    }
    view.value = { ...view.value, sequence: said.upTo }
    settlePlan()
    if (isOther || planBy !== null) void fetchOther(planBy)
  }
  /** Fetches what another device changed of the plan, or of who is there; the next word asks again where that fails. */
  async function fetchOther(planBy: string | null): Promise<void> {
    const before = plan.value
    await refresh().catch(() => undefined)
    if (planBy !== null && before && plan.value && !dequal(before, plan.value))
      changedElsewhere.value = { before, by: planBy }
  }
  /** Asks for what was said since the last word that was heard. */
  async function catchUp(): Promise<void> {
    const id = view.value?.meeting.id
    if (id === undefined || rehearsal.value) return
    try {
      const said = await call(readSaid, { params: { id }, query: { since: opened.value.sequence } })
      if (view.value?.meeting.id === id) receive(said)
    } catch {
      // The server is not there: the line says so, and asks again when it is up.
    }
  }
  /** A start that the server refuses, since the plan is another by now, is taken back here, and the plan is shown. */
  outbox.onRefused(({ message, meetingId }) => {
    const start = message.kind === 'events' ? message.events.find((event) => event.event === 'start') : undefined
    if (!start || view.value?.meeting.id !== meetingId) return false
    view.value = { ...view.value, classEvents: view.value.classEvents.filter((event) => event.id !== start.id) }
    notice.value = 'The plan was changed on another device. It is shown now: look at it, then start.'
    void refresh().catch(() => undefined)
    return true
  })
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
    cutSince,
    asOf,
    notice,
    changedElsewhere,
    isSafe,
    open,
    refresh,
    receive,
    catchUp,
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
