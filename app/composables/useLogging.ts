import type { OutcomeEvent } from '~~/core/lead/outcome'
import { calledName } from '~/words/tierWords'
import type { LedClass, OutcomeDetail } from './useClass'

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
  const outcomes = computed(() => (picked.value && loggedBlock.value ? led.outcomesOf(picked.value, loggedBlock.value.id) : []))
  const shown = computed(() => outcomes.value.filter((outcome) => lastLogged.value.length === 0 || lastLogged.value.some((last) => last.side === outcome.side)))
  const waiting = computed(() => people.value.filter((person) => !meeting.changed.left.has(person.id) && loggedBlock.value && led.outcomesOf(person.id, loggedBlock.value.id).length === 0))

  watch(() => moment.value?.blockId, () => {
    lastLogged.value = []
    asking.value = null
  })
  function pick(id: string | null): void {
    picked.value = picked.value === id ? null : id
    lastLogged.value = []
    asking.value = null
  }
  function log(done: OutcomeEvent['done']): void {
    if (picked.value === null) return
    lastLogged.value = led.log(picked.value, done)
    asking.value = done === 'stopped' ? 'pain' : null
  }
  function logTheRest(): void {
    for (const person of waiting.value) led.log(person.id, 'done')
  }
  function addDetail(detail: OutcomeDetail): void {
    // A detail said first, as "needed a hand", is a note of somebody who did it.
    if (shown.value.length === 0 && picked.value !== null) lastLogged.value = led.log(picked.value, detail.painKind === 'sharp' ? 'stopped' : 'done')
    if (shown.value.length === 0) return
    lastLogged.value = led.addDetail(shown.value, detail)
    asking.value = null
    if (detail.painKind === 'sharp' && picked.value !== null) sitOut('Sharp pain')
  }
  /** A number key: a pain or an effort where one is asked, else a person. */
  function number(points: number): void {
    if (asking.value && shown.value.length > 0) addDetail({ [asking.value]: points })
    else if (people.value[points === 0 ? 9 : points - 1]) pick(people.value[points === 0 ? 9 : points - 1]!.id)
  }
  const ask = (what: 'pain' | 'effort' | null) => (asking.value = shown.value.length > 0 ? what : null)
  function sitOut(why: string): void {
    if (picked.value !== null && !meeting.changed.left.has(picked.value)) meeting.press({ event: 'leave', participant: picked.value, why })
  }
  function comeBack(id: string): void {
    meeting.press({ event: 'return', participant: id })
  }
  const pickedName = computed(() => calledName(pickedPerson.value?.name ?? ''))
  return { people, picked, pickedPerson, pickedName, asking, shown, waiting, pick, log, logTheRest, addDetail, number, ask, sitOut, comeBack }
}
export type Logging = ReturnType<typeof useLogging>
