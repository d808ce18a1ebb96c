import type { OutcomeEvent } from '~~/core/lead/outcome'
import { calledName } from '~/words/tiers'
import type { OutcomeDetail } from '~~/core/lead/detail'
import type { LedClass } from './useClass'

/** Noting without looking: a person is picked, one more touch says what they did, further ones add to it. */
export function useLogging(led: LedClass) {
  const meeting = useMeeting()
  const people = computed(() => meeting.present.filter((person) => meeting.riders.get(person.id)?.today.takesPart))
  const picked = ref<string | null>(null)
  const pickedPerson = computed(() => people.value.find((person) => person.id === picked.value))
  const asking = ref<'pain' | 'effort' | null>(null)
  /** What details go to: the side that was logged last. */
  const lastLogged = ref<OutcomeEvent[]>([])
  const { loggedBlock, moment } = led
  const outcomes = computed(() =>
    picked.value && loggedBlock.value ? led.outcomesOf(picked.value, loggedBlock.value.id) : [],
  )
  const shown = computed(() =>
    outcomes.value.filter(
      (outcome) => lastLogged.value.length === 0 || lastLogged.value.some((last) => last.side === outcome.side),
    ),
  )
  const waiting = computed(() =>
    people.value.filter(
      (person) =>
        !meeting.changed.left.has(person.id) &&
        loggedBlock.value &&
        led.outcomesOf(person.id, loggedBlock.value.id).every((outcome) => outcome.done === 'noted'),
    ),
  )

  /** Last time effort or form was not noted: the question is put now, until both are. */
  const isAsked = computed(() => {
    const offer =
      picked.value && loggedBlock.value
        ? meeting.riders.get(picked.value)?.offers[
            meeting.planned.blocks.findIndex((block) => block.id === loggedBlock.value?.id)
          ]?.[0]
        : undefined
    const isOpen =
      shown.value.length === 0 || shown.value.some((outcome) => outcome.effort === null || outcome.form === null)
    return (
      isOpen &&
      meeting.opened.questions.some((one) => one.participant === picked.value && one.movement === offer?.movement)
    )
  })
  watch(
    () => moment.value?.blockId,
    () => {
      lastLogged.value = []
      asking.value = null
    },
  )
  function pick(id: string | null): void {
    picked.value = picked.value === id ? null : id
    lastLogged.value = []
    asking.value = null
  }
  function log(done: OutcomeEvent['done']): void {
    if (picked.value === null) return
    lastLogged.value = led.log(picked.value, done)
    const asksEffort = isAsked.value && (done === 'done' || done === 'more')
    if (done === 'stopped') asking.value = 'pain'
    else asking.value = asksEffort ? 'effort' : null
  }
  function logTheRest(): void {
    for (const person of waiting.value) led.log(person.id, 'done')
  }
  function addDetail(detail: OutcomeDetail): void {
    if (picked.value === null) return
    // A detail may come first: then it is noted alone, and how much they did stays empty.
    if (shown.value.length === 0)
      lastLogged.value = led.log(picked.value, detail.painKind === 'sharp' ? 'stopped' : 'noted')
    if (shown.value.length === 0) return
    const isNew = shown.value.every((outcome) => outcome.painKind !== 'sharp')
    lastLogged.value = led.addDetail(shown.value, detail)
    asking.value = null
    if (detail.painKind === 'sharp' && isNew) sitOut('Sharp pain')
  }
  /** A number key: a pain or an effort where one is asked, else a person. */
  function number(points: number): void {
    if (asking.value) addDetail({ [asking.value]: points })
    else pickAt(points === 0 ? 9 : points - 1)
  }
  function pickAt(index: number): void {
    const person = people.value[index]
    if (person) pick(person.id)
  }
  const ask = (what: 'pain' | 'effort' | null) =>
    (asking.value = picked.value !== null && loggedBlock.value ? what : null)
  function sitOut(why: string): void {
    if (picked.value !== null && !meeting.changed.left.has(picked.value))
      meeting.press({ event: 'leave', participant: picked.value, why })
  }
  function comeBack(id: string): void {
    meeting.press({ event: 'return', participant: id })
  }
  const pickedName = computed(() => calledName(pickedPerson.value?.name ?? ''))
  return {
    people,
    picked,
    pickedPerson,
    pickedName,
    asking,
    shown,
    waiting,
    isAsked,
    pick,
    pickAt,
    log,
    logTheRest,
    addDetail,
    number,
    ask,
    sitOut,
    comeBack,
  }
}
export type Logging = ReturnType<typeof useLogging>
