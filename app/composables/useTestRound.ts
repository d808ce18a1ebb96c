import { useIntervalFn } from '@vueuse/core'
import { z } from 'zod'
import type { Measure } from '~~/core/catalogue/measure'
import type { Side } from '~~/core/catalogue/words'
import { addMeasures } from '~~/core/contract/records'
import { endTestRound, readTestRound, startTestRound, type TestRoundView } from '~~/core/contract/testRounds'
import { MeasureRecord, plausible } from '~~/core/measure/record'
import { queueAt, sidesLeft, type RoundPerson, type RoundResult } from '~~/core/measure/testRound'
import { refusalOf } from './useRefusal'

/** A result that is not sent yet, and whose it is. */
const Waiting = z.object({ participant: z.uuid(), record: MeasureRecord })
type Waiting = z.infer<typeof Waiting>
const Kept = z.object({ waiting: z.array(Waiting) })

/** So long the last result can be taken back before it goes. */
const TAKE_BACK_MS = 10_000
const LOOK_AGAIN_MS = 5000

/**
 * A circle's tests in one session, on this screen and on others: what is taken lies in this browser until the server
 * has it, and the last can be taken back before it goes.
 */
export function useTestRound(circleId: string) {
  const practice = usePractice()
  const { catalogue } = storeToRefs(useCatalogue())
  const view = shallowRef<TestRoundView>({
    ...{ round: null, people: [], results: [], last: [], due: [] },
  })
  const problem = ref('')
  const isOffline = ref(false)
  const { fields } = useDraft<z.infer<typeof Kept>>(`test-round:${circleId}`, () => ({ waiting: [] }), Kept)

  /** As plain values: what is kept is copied. */
  const waitingNow = (): Waiting[] => fields.value.waiting.map((one) => toRaw(one))
  const setWaiting = (waiting: Waiting[]) => (fields.value.waiting = waiting)

  const members = computed(() => {
    const circle = practice.circles.find(({ id }) => id === circleId)
    return (circle?.members ?? []).flatMap((member) => practice.people.find(({ id }) => id === member) ?? [])
  })
  const people = computed((): RoundPerson[] => view.value.people)
  const measures = computed(() =>
    (view.value.round?.measures ?? []).flatMap((id) => catalogue.value.measures.get(id) ?? []),
  )
  const results = computed((): RoundResult[] => [
    ...view.value.results,
    ...fields.value.waiting.map(({ participant, record: { measure, side } }) => ({ participant, measure, side })),
  ])
  /** Put off at a station, by its measure. */
  const later = ref<Record<string, string[]>>({})
  const state = computed(() => ({ measures: measures.value, people: people.value, results: results.value }))
  const queueOf = (measure: Measure) => queueAt(measure, { ...state.value, later: later.value[measure.id] ?? [] })
  const putOff = (measure: Measure, id: string) =>
    (later.value[measure.id] = [...(later.value[measure.id] ?? []).filter((one) => one !== id), id])
  const sidesOf = (measure: Measure, id: string) => sidesLeft(measure, id, results.value)
  const lastOf = (measure: Measure, participant: string, side: Side) =>
    view.value.last.find((one) => one.participant === participant && one.measure === measure.id && one.side === side)
      ?.value ?? null

  /** Takes a result in; what it says where it cannot be right. */
  function take(measure: Measure, participant: string, side: Side, value: number): string {
    const { refused, ask } = plausible(measure, value)
    if (refused) return refused
    const record = MeasureRecord.parse({
      ...{ id: crypto.randomUUID(), measure: measure.id, side, value, tries: [value] },
      takenAt: new Date().toISOString(),
    })
    setWaiting([...waitingNow(), { participant, record }])
    void send()
    return ask
  }
  /** The last result, while it has not gone. */
  const last = computed(() => fields.value.waiting.at(-1) ?? null)
  const takeBack = () => setWaiting(waitingNow().slice(0, -1))

  let isSending = false
  /** Sends what waits, but the last one for a moment. */
  async function send(all = false): Promise<void> {
    if (isSending) return
    isSending = true
    try {
      const isRipe = ({ record }: Waiting) => all || Date.now() - Date.parse(record.takenAt) >= TAKE_BACK_MS
      const going = waitingNow().filter((one, at, every) => at < every.length - 1 || isRipe(one))
      for (const one of going) if (!(await sendOne(one))) break
    } finally {
      isSending = false
    }
  }
  /** @returns whether the server has answered: what it refuses is said with its amount, and waits no more */
  async function sendOne({ participant, record }: Waiting): Promise<boolean> {
    const { measure, side, value } = record
    try {
      await call(addMeasures, { params: { id: participant }, body: { records: [record] } })
      view.value = { ...view.value, results: [...view.value.results, { participant, measure, side }] }
    } catch (error) {
      const { kind, message } = refusalOf(error)
      isOffline.value = kind === 'unreachable'
      if (kind !== 'refused') return false
      const name = members.value.find(({ id }) => id === participant)?.name ?? ''
      problem.value = `${name}, ${catalogue.value.measures.get(measure)?.name}, ${value}: ${message}`
    }
    isOffline.value = false
    setWaiting(waitingNow().filter((other) => other.record.id !== record.id))
    return true
  }
  async function look(): Promise<void> {
    try {
      view.value = await call(readTestRound, { params: { id: circleId } })
      isOffline.value = false
    } catch (error) {
      const { message, status } = refusalOf(error)
      isOffline.value = status === 0
      if (!isOffline.value) problem.value = message
    }
  }
  async function begin(ids: string[]): Promise<void> {
    problem.value = ''
    try {
      view.value = await call(startTestRound, {
        params: { id: circleId },
        body: { id: crypto.randomUUID(), measures: ids },
      })
      later.value = {}
    } catch (error) {
      problem.value = refusalOf(error).message
    }
  }
  async function end(): Promise<void> {
    await send(true)
    if (fields.value.waiting.length > 0) return
    try {
      view.value = await call(endTestRound, { params: { id: circleId } })
    } catch (error) {
      problem.value = refusalOf(error).message
    }
  }
  useIntervalFn(() => void send(), 1000)
  useIntervalFn(() => void look(), LOOK_AGAIN_MS)
  onBeforeUnmount(() => void send(true))
  return {
    ...{ view, problem, isOffline, members, people, measures, state, queueOf, putOff, sidesOf, lastOf },
    ...{ take, last, takeBack, look, begin, end, waiting: computed(() => fields.value.waiting.length) },
  }
}
export type Round = ReturnType<typeof useTestRound>
