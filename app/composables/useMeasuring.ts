import { z } from 'zod'
import type { Measure } from '~~/core/catalogue/measure'
import type { Side } from '~~/core/catalogue/words'
import { addMeasures } from '~~/core/contract/records'
import { MeasureRecord, plausible } from '~~/core/measure/record'
import { resultOf } from '~~/core/measure/resultOf'
import type { ResultWords } from '~~/core/measure/resultWords'
import { numberIn } from '~~/core/number'
import { refusalOf } from './useRefusal'

const Tries = z.object({
  left: z.array(z.number()),
  right: z.array(z.number()),
  both: z.array(z.number()),
  /** What the same tries were when they were helped; empty where only one range is measured. */
  helped: z.object({ left: z.array(z.number()), right: z.array(z.number()), both: z.array(z.number()) }),
  setting: z.string(),
  pain: z.string(),
  note: z.string(),
  simulated: z.boolean(),
})
type Tries = z.infer<typeof Tries>
/** Tries of somebody and of somebody simulated are never one result. */
const REAL_TRIES = 'There are tries that somebody made: take those back before you take a simulated one.'
const SIMULATED_TRIES = 'These tries are simulated: take them back before you take a real one.'
/** Tries of one range and of both are never one result. */
const BOTH_TRIES = 'Both ranges were measured in these tries: help on in this one too, or take them back.'
const OWN_TRIES = 'These tries are of their own range alone: take them back before you take both.'
const noTries = (): Tries => ({
  ...{ left: [], right: [], both: [], helped: { left: [], right: [], both: [] } },
  ...{ setting: '', pain: '', note: '', simulated: false },
})

/**
 * Taking one measure of one person: tries for each side, kept in this browser until they are saved, and what they mean.
 *
 * @param id whose measure
 * @param measure what is measured; another one begins anew
 * @param helpedBy the measure of what the same try says besides, as of the same range when it is helped; null: nothing
 */
export function useMeasuring(
  id: string,
  measure: Readonly<Ref<Measure>>,
  helpedBy: Readonly<Ref<Measure | null>> = shallowRef(null),
) {
  const draft = useDraft<Tries>(`measure:${id}`, noTries, Tries)
  const { fields } = draft
  const sides = computed((): Side[] => (measure.value.sides ? ['left', 'right'] : ['both']))
  const side = ref<Side>('both')
  const results = ref<ResultWords[]>([])
  const message = ref('')
  const asked = ref('')
  const tries = computed(() => fields.value[side.value])
  const firstSide = () => (side.value = sides.value[0] ?? 'both')
  watch(
    measure,
    (to, before) => {
      firstSide()
      if (!before || before.id === to.id) return
      draft.reset(noTries())
      results.value = []
      message.value = ''
    },
    { immediate: true },
  )

  /** Takes a try in where it can be right, and goes over to the other side when this one is whole. */
  function take(amount: number, simulated = false): void {
    if (fields.value.helped[side.value].length > 0) return void (message.value = BOTH_TRIES)
    add(amount, simulated)
  }
  function add(amount: number, simulated: boolean): void {
    if (simulated !== fields.value.simulated && taken.value.length > 0)
      return void (message.value = simulated ? REAL_TRIES : SIMULATED_TRIES)
    const { refused, ask } = plausible(measure.value, amount)
    message.value = refused
    if (refused !== '') return
    asked.value = ask
    results.value = []
    fields.value.simulated = simulated
    fields.value[side.value] = [...tries.value, amount].slice(-measure.value.tries)
    const isWhole = (one: Side) => fields.value[one].length >= measure.value.tries
    if (side.value === 'left' && isWhole('left') && !isWhole('right')) side.value = 'right'
  }
  /** Takes a try of both ranges in: by themselves, and helped. */
  function takeTwo(own: number, helped: number, simulated: boolean): void {
    const at = side.value
    const before = fields.value.helped[at]
    const other = helpedBy.value
    if (before.length !== tries.value.length) return void (message.value = OWN_TRIES)
    const { refused } = other ? plausible(other, helped) : { refused: '' }
    if (refused !== '') return void (message.value = refused)
    add(own, simulated)
    if (message.value === '') fields.value.helped[at] = [...before, helped].slice(-measure.value.tries)
  }
  /** Takes a try in as it was typed; says so where it is no number. */
  function takeTyped(text: string): boolean {
    const value = numberIn(text)
    if (value === null) message.value = 'A result is a number.'
    else take(value)
    return message.value === ''
  }
  /** What a tool has to say of a try stands in the note, until somebody writes there. */
  let said = ''
  function remark(words: string): void {
    if (fields.value.note !== said) return
    said = fields.value.note = words
  }
  function takeBack(of: Side, at: number): void {
    fields.value[of] = fields.value[of].toSpliced(at, 1)
    fields.value.helped[of] = fields.value.helped[of].toSpliced(at, 1)
  }

  const taken = computed(() =>
    sides.value.flatMap((one) => {
      const value = resultOf(measure.value, fields.value[one])
      return value === null ? [] : [{ side: one, value, tries: fields.value[one] }]
    }),
  )
  /** What is missing before it can be saved; empty: nothing. */
  function missing(setting: number | null, pain: number | null): string {
    const needed = measure.value.setting
    if (needed && setting === null) return `${needed.name}: a number in ${needed.unit} is needed.`
    return measure.value.asksPain && pain === null ? 'Ask about pain at the end: a number from 0 to 10.' : ''
  }
  async function save(): Promise<void> {
    if (taken.value.length === 0) return
    const [setting, pain] = [numberIn(fields.value.setting), numberIn(fields.value.pain)]
    message.value = missing(setting, pain)
    if (message.value !== '') return
    const takenAt = new Date().toISOString()
    const { note, simulated } = fields.value
    const rest = { measure: measure.value.id, setting, pain, note, simulated, takenAt, replaces: null }
    const records = taken.value.flatMap((one) => {
      const tries = fields.value.helped[one.side]
      const helped = helpedBy.value
      const value = helped && resultOf(helped, tries)
      const own = { ...one, ...rest, id: crypto.randomUUID() }
      const isWhole = helped !== null && value !== null && tries.length === one.tries.length
      return isWhole ? [own, { ...own, id: crypto.randomUUID(), measure: helped.id, value, tries }] : [own]
    })
    const checked = z.array(MeasureRecord).safeParse(records)
    if (!checked.success) return void (message.value = checked.error.issues[0]?.message ?? '')
    try {
      results.value = await call(addMeasures, { params: { id }, body: { records: checked.data } })
      draft.reset(noTries())
      asked.value = ''
      firstSide()
    } catch (error) {
      message.value = refusalOf(error).message
    }
  }
  return {
    fields,
    sides,
    side,
    tries,
    taken,
    results,
    message,
    asked,
    take,
    takeTwo,
    takeTyped,
    takeBack,
    remark,
    save,
  }
}
