import { watchThrottled } from '@vueuse/core'
import { dequal } from 'dequal'
import { readMeeting, readSaid, type MeetingView } from '~~/core/contract/meetings'
import { sure } from '~~/core/entries'
import { planAsLed } from '~~/core/lead/clock'
import { together, withMessage, type Said } from '~~/core/lead/message'
import type { Plan } from '~~/core/plan/plan'
import { classTime } from '~/live/classTime'
import { isOfTheseDays } from '~/live/days'
import { isUnreachable, PATIENCE_MS } from '~/live/heardOrKnown'
import { knownBy } from '~/live/known'

const KEEP_EVERY_MS = 1000

/** What is known of the open meeting, which hearing changes. */
interface Heard {
  view: Ref<MeetingView | null>
  plan: Ref<Plan | null>
  /** Whether the plan on the screen holds commands that the server has not got yet. */
  planIsDirty: Ref<boolean>
  /** Then nothing is heard. */
  isRehearsal: () => boolean
}

/**
 * What is heard of the open meeting: fetched, read on from the last word, or as it was known where the server is not
 * there. Nothing that is known here is forgotten by what comes.
 */
export function useMeetingHeard({ view, plan, planIsDirty, isRehearsal }: Heard) {
  const outbox = useOutbox()
  const { account } = useAccount()
  const opened = computed(() => sure(view.value, 'No meeting is open.'))
  /** When what is shown was heard, by this device, where that was on an earlier visit; null: on this one. */
  const asOf = ref<number | null>(null)
  /** Since when nothing is heard of the server, by this device; null: it is heard. */
  const cutSince = ref<number | null>(null)
  /** The plan was changed on another device: what stood on this screen before, and who did it. */
  const changedElsewhere = shallowRef<{ before: Plan; by: string } | null>(null)
  /** What happened to the class elsewhere and concerns whoever leads it, in words; empty: nothing. */
  const notice = ref('')

  /** Whether something is to be fetched that could not be. */
  let isOwed = false

  /** Another meeting is opened: nothing was heard of it yet. */
  function forget(): void {
    asOf.value = cutSince.value = changedElsewhere.value = null
    notice.value = ''
    isOwed = false
  }

  /** The meeting as the server has it; where it cannot be reached, as it was known, with what waits here. */
  async function heardOrKnown(id: string): Promise<void> {
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
      if (!now || isRehearsal() || !account.value || !isOfTheseDays(now.meeting.startsAt, classTime())) return
      void knownBy(owner()).keep(`meeting ${now.meeting.id}`, now)
    },
    { throttle: KEEP_EVERY_MS },
  )

  /** Fetches the meeting anew; nothing that is known here, or waits in the outbox, is forgotten. */
  async function refresh(id = opened.value.meeting.id): Promise<void> {
    if (isRehearsal()) return
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
    if (!view.value || isRehearsal()) return
    // What stands here from an earlier visit, or could not be fetched, may be another by now.
    if (asOf.value !== null || isOwed) void fetchOther(null)
    if (said.upTo <= view.value.sequence) return
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
    isOwed = true
    await refresh().then(
      () => (isOwed = false),
      () => undefined,
    )
    if (planBy !== null && before && plan.value && !dequal(before, plan.value))
      changedElsewhere.value = { before, by: planBy }
  }
  /** Asks for what was said since the last word that was heard. */
  async function catchUp(): Promise<void> {
    const id = view.value?.meeting.id
    if (id === undefined || isRehearsal()) return
    try {
      const said = await call(readSaid, { params: { id }, query: { since: opened.value.sequence } })
      if (view.value?.meeting.id === id) receive(said)
    } catch {
      // The server is not there: the line says so, and asks again when it is up.
    }
  }
  /** A start that the server refuses, since the plan is another by now, is taken back here, and the plan is shown. */
  outbox.onRefused(({ message, meetingId }, status) => {
    const start = message.kind === 'events' ? message.events.find((event) => event.event === 'start') : undefined
    if (!start || status !== 409 || view.value?.meeting.id !== meetingId) return false
    view.value = { ...view.value, classEvents: view.value.classEvents.filter((event) => event.id !== start.id) }
    notice.value = 'The plan was changed on another device. It is shown now: look at it, then start.'
    void refresh().catch(() => undefined)
    return true
  })

  return {
    asOf,
    cutSince,
    changedElsewhere,
    notice,
    forget,
    heardOrKnown,
    refresh,
    settlePlan,
    receive,
    catchUp,
  }
}
