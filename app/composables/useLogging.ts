import { TIERS } from '~~/core/catalogue/words'
import type { OutcomeEvent } from '~~/core/lead/outcome'
import { personKey } from '~~/core/lead/personKey'
import { calledName } from '~/words/tiers'
import type { Evenness } from '~~/core/measure/evenness'
import type { OutcomeDetail } from '~~/core/lead/detail'
import type { LedClass } from './useClass'

/** Noting without looking: a person is picked, one more touch says what they did, further ones add to it. */
export function useLogging(led: LedClass) {
  const meeting = useMeeting()
  /** From so many people on places are sorted by tier, so that whoever is looked for stands with their lane. */
  const SORTED_FROM = 21
  const people = computed(() => {
    const here = meeting.present.filter((person) => meeting.riders.get(person.id)?.today.takesPart)
    const tierOf = ({ homeTier }: (typeof here)[number]) => TIERS.indexOf(homeTier)
    return here.length < SORTED_FROM ? here : here.toSorted((a, b) => tierOf(a) - tierOf(b))
  })
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
        !meeting.changed.left.has(person.id) && loggedBlock.value && led.isOpen(person.id, loggedBlock.value.id),
    ),
  )
  /** Of the chain that is on: whom its parts so far are not noted of; the picked person alone, where one is picked. */
  const waitingInChain = computed(() =>
    led.begunOfChain.value.length < 2
      ? []
      : people.value.filter(
          ({ id }) =>
            !meeting.changed.left.has(id) &&
            (picked.value === null || picked.value === id) &&
            led.begunOfChain.value.some(({ blockId }) => led.isOpen(id, blockId)),
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
    () => letGo(),
  )
  function pick(id: string | null): void {
    picked.value = picked.value === id ? null : id
    letGo()
  }
  /** Details go to nobody until somebody is noted again. */
  function letGo(): void {
    lastLogged.value = []
    asking.value = null
  }
  const { kept, lastWords, undo } = useTakingBack(letGo)
  function log(done: OutcomeEvent['done']): void {
    if (picked.value === null) return
    lastLogged.value = kept(led.log(picked.value, done))
    const asksEffort = isAsked.value && (done === 'done' || done === 'more')
    asking.value = asksEffort ? 'effort' : null
  }
  /** Everybody who was not noted yet, as a group: worth less than a note of one, and never over it. */
  function logTheRest(
    as: { feel: OutcomeEvent['feel']; form: OutcomeEvent['form'] } = { feel: null, form: null },
  ): void {
    kept(waiting.value.flatMap((person) => led.log(person.id, 'done', { ...as, isGroup: true })))
  }
  /** The whole chain so far: done, by the picked person, else by all of whom a part was not noted yet. */
  function logChain(): void {
    const isGroup = picked.value === null
    const outcomes = kept(waitingInChain.value.flatMap(({ id }) => led.logChain(id, { isGroup })))
    if (!isGroup) lastLogged.value = outcomes.filter(({ blockId }) => blockId === loggedBlock.value?.id)
  }
  /** Done, and how it went in a word: of the picked person, else of all who were not noted yet. */
  function logFeel(feel: 'easy' | 'hard'): void {
    const as = { feel, form: feel === 'easy' ? ('clean' as const) : null }
    if (picked.value === null) logTheRest(as)
    else lastLogged.value = kept(led.log(picked.value, 'done', as))
  }
  /** How even somebody's press was: a remark of its own, whoever is picked. */
  function noteEvenness(participant: string, evenness: Evenness): void {
    kept(led.log(participant, 'noted', { evenness }))
  }
  function addDetail(detail: OutcomeDetail): void {
    if (picked.value === null) return
    // A detail may come first: then it is noted alone, and how much they did stays empty.
    if (shown.value.length === 0)
      lastLogged.value = kept(led.log(picked.value, detail.painKind === 'sharp' ? 'stopped' : 'noted'))
    if (shown.value.length === 0) return
    const isNew = shown.value.every((outcome) => outcome.painKind !== 'sharp')
    lastLogged.value = kept(led.addDetail(shown.value, detail))
    asking.value = null
    if (detail.painKind === 'sharp' && isNew) sitOut('Sharp pain')
  }
  /** The first of two figures of a person; null: none is waiting. */
  const figure = ref<number | null>(null)
  /** A number key: pain or effort after their key; else a person, by one figure up to nine people, two from ten on. */
  function number(digit: number): void {
    if (asking.value) return addDetail({ [asking.value]: digit })
    const { person, waits } = personKey(digit, figure.value, people.value.length)
    figure.value = waits
    if (person !== null) pickAt(person)
  }
  function ten(): void {
    if (asking.value) addDetail({ [asking.value]: 10 })
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
    logChain,
    waitingInChain,
    logFeel,
    undo,
    lastWords,
    ten,
    figure,
    addDetail,
    noteEvenness,
    number,
    ask,
    sitOut,
    comeBack,
  }
}
export type Logging = ReturnType<typeof useLogging>
