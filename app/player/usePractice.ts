import { computed, nextTick, ref, watch } from 'vue'
import { habitNow } from '~~/core/home/habit'
import { dayAfter } from '~~/core/home/homeDay'
import type { HomeDone, NextDay } from '~~/core/home/homeReport'
import type { HomeSheet, SheetMovement } from '~~/core/home/homeSheet'
import { secondsAtHome, withinSeconds } from '~~/core/home/partsAtHome'
import { useKept, type KeptAtHome } from './useKept'
import { useSending } from './useSending'
import { useSpeech } from './useSpeech'

/** One movement that is to be done, at its place in the handout. */
export interface Chosen {
  at: number
  movement: SheetMovement
}
/** What is on the screen. */
export type Screen =
  | { kind: 'start' }
  | { kind: 'ready' | 'play' | 'after' | 'stopped'; chosen: Chosen }
  | { kind: 'hurt'; chosen: Chosen; isDone: boolean }
  | { kind: 'done'; count: number }
  | { kind: 'back' }

/** How it was, as far as it was said. */
export type Said = Pick<HomeDone, 'face'> & Partial<Omit<HomeDone, 'movement' | 'at' | 'face'>>

const two = (number: number) => String(number).padStart(2, '0')
/** Day and minute by the clock of the device. */
const momentOf = (now: Date) =>
  `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}` +
  `T${two(now.getHours())}:${two(now.getMinutes())}`

/** How many days back the day after is asked about. */
const ASKS_DAYS = 3

/** What the days that are kept say of today. */
function useToday(sheet: HomeSheet, kept: KeptAtHome) {
  const now = ref(new Date())
  const today = computed(() => momentOf(now.value).slice(0, 10))
  const daysDone = computed(() => kept.done.map(({ at }) => at.slice(0, 10)))
  const habit = computed(() => habitNow(sheet, daysDone.value, today.value))
  /** What there is to do today, without what rests until somebody was asked. */
  const todays = computed(() =>
    sheet.movements
      .slice(0, habit.value.movements)
      .map((movement): Chosen => ({ at: movement.at, movement }))
      .filter(({ at }) => !kept.resting.includes(at)),
  )
  const doneToday = computed(
    () => new Set(kept.done.filter(({ at }) => at.startsWith(today.value)).map(({ movement }) => movement)),
  )
  /** The last day of those before today that was practised and not asked about yet; null: there is none. */
  const askedDay = computed(
    () =>
      daysDone.value
        .filter((day) => day < today.value && day >= dayAfter(today.value, -ASKS_DAYS) && !(day in kept.after))
        .toSorted()
        .at(-1) ?? null,
  )
  return { now, today, habit, todays, doneToday, askedDay }
}

/** A practice at home: what is to do today, what is done, and which screen that shows. */
export function usePractice(sheet: HomeSheet) {
  const { kept, isKept } = useKept(sheet)
  const speech = useSpeech(() => kept.settings.voice)
  const sending = useSending(sheet, kept)
  const { now, ...day } = useToday(sheet, kept)
  const screen = ref<Screen>({ kind: 'start' })
  const queue = ref<Chosen[]>([])
  const doneNow = ref(0)

  function show(next: Screen): void {
    now.value = new Date()
    screen.value = next
  }
  function next(): void {
    const [chosen, ...rest] = queue.value
    queue.value = rest
    show(chosen ? { kind: 'ready', chosen } : { kind: 'done', count: doneNow.value })
  }
  function begin(chosen: readonly Chosen[]): void {
    doneNow.value = 0
    queue.value = [...chosen]
    next()
  }
  /** Writes down how a movement was, and goes on; where it hurt much or sharply it rests from now on. */
  function note(chosen: Chosen, said: Said): void {
    const whole = { stopped: false, effort: null, pain: null, sharp: false, word: '', ...said }
    const at = momentOf(new Date())
    const isOther = (one: HomeDone) => one.movement !== chosen.at || one.at !== at
    kept.done = [...kept.done.filter(isOther), { movement: chosen.at, at, ...whole }]
    doneNow.value += whole.stopped ? 0 : 1
    sending.sendRest()
    if (!whole.sharp && (whole.pain ?? 0) < sheet.stopsAtPain) return next()
    if (!kept.resting.includes(chosen.at)) kept.resting.push(chosen.at)
    show({ kind: 'stopped', chosen })
  }
  /** Somebody was asked, and it may be done again. */
  const allow = (at: number) => (kept.resting = kept.resting.filter((one) => one !== at))
  function answerDay(of: string, answer: NextDay): void {
    kept.after[of] = answer
    void sending.send()
  }
  // Whoever reads with a screen reader, or moves by keys, begins at the head of each screen.
  watch(screen, async () => {
    speech.hush()
    await nextTick()
    document.querySelector<HTMLElement>('main h1')?.focus()
    scrollTo(0, 0)
  })
  return { sheet, kept, isKept, speech, sending, screen, queue, ...day, show, next, begin, note, allow, answerDay }
}

/** A minute of what fits where one is. */
export const minuteOf = ({ at, movement }: Chosen, { minuteSeconds }: HomeSheet): Chosen => ({
  at,
  movement: withinSeconds(movement, minuteSeconds),
})
/** On a bad day half of it, and a minute at most. */
export const halfOf = ({ at, movement }: Chosen, { minuteSeconds }: HomeSheet): Chosen => ({
  at,
  movement: withinSeconds(movement, Math.min(secondsAtHome(movement) / 2, minuteSeconds)),
})

export type Practice = ReturnType<typeof usePractice>
