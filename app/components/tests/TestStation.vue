<script setup lang="ts">
import type { Measure } from '~~/core/catalogue/measure'
import { amountWords } from '~~/core/measure/record'
import { notTested } from '~~/core/measure/testRound'
import type { Round } from '~/composables/useTestRound'
import { calledName } from '~/words/tiers'

/** One station: who is on, who comes next, and their result with one touch. */
const { measure, round } = defineProps<{ measure: Measure; round: Round }>()
const { catalogue } = storeToRefs(useCatalogue())
const nameOf = (id: string | undefined) =>
  calledName(round.members.value.find((person) => person.id === id)?.name ?? '')
const queue = computed(() => round.queueOf(measure))
/** Whoever was called out of their turn. */
const called = ref<string | null>(null)
const on = computed(() => (called.value && queue.value.includes(called.value) ? called.value : queue.value[0]))
const side = computed(() => (on.value ? (round.sidesOf(measure, on.value)[0] ?? 'both') : 'both'))
const next = computed(() => queue.value.filter((id) => id !== on.value)[0])
const others = computed(() =>
  round.state.value.people.flatMap((person) => {
    const why = notTested(measure, person)
    return why ? [`${nameOf(person.id)}, ${why}`] : []
  }),
)
const wrong = ref('')
const asked = ref('')
function take(value: number): void {
  if (!on.value) return
  const [who, at] = [on.value, side.value]
  const before = round.waiting.value
  const said = round.take(measure, who, at, value)
  const isTaken = round.waiting.value > before
  wrong.value = isTaken ? '' : said
  asked.value = isTaken ? said : ''
  if (isTaken && round.sidesOf(measure, who).length === 0) called.value = null
}
const last = computed(() => {
  const one = round.last.value
  const of = one && catalogue.value.measures.get(one.record.measure)
  if (!one || !of) return ''
  const where = one.record.side === 'both' ? '' : `, ${one.record.side}`
  return `${nameOf(one.participant)}${where}: ${amountWords(of, one.record.value)}`
})
watch(
  () => measure.id,
  () => (called.value = null),
)
const entry = useTemplateRef<{ press: () => void }>('entry')
defineExpose({ press: () => entry.value?.press() })
</script>

<template>
  <section :aria-label="measure.name" class="grid gap-6 lg:grid-cols-[1fr_20rem]" data-test="station">
    <div class="space-y-4">
      <template v-if="on">
        <p class="text-[1.9rem] leading-tight font-semibold" aria-live="polite" data-test="on">{{ nameOf(on) }}</p>
        <p class="text-faint">
          <template v-if="next">Then {{ nameOf(next) }}.</template><template v-else>The last one here.</template>
          <button class="button button-quiet" @click="(round.putOff(measure, on), (called = null))">Later</button>
        </p>
        <QuickEntry
          ref="entry"
          :key="`${measure.id} ${on} ${side}`"
          :measure="measure"
          :side="side"
          :last="round.lastOf(measure, on, side)"
          @take="take"
        />
      </template>
      <p v-else class="text-[1.2rem]" data-test="station-done">Everybody has been here.</p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      <p v-else-if="asked" class="bg-mark-soft rounded-lg px-3 py-2" role="status">{{ asked }}</p>
      <p v-if="last" class="flex flex-wrap items-center gap-2" role="status" data-test="last">
        {{ last }} <button class="button" @click="round.takeBack">Take it back</button>
      </p>
    </div>
    <div class="space-y-3">
      <div v-if="queue.length > 0">
        <h3 class="font-semibold mb-1">Still to come</h3>
        <ul class="flex flex-wrap gap-1.5">
          <li v-for="id in queue" :key="id">
            <button class="button" :class="id === on ? 'button-on' : ''" :aria-pressed="id === on" @click="called = id">
              {{ nameOf(id) }}
            </button>
          </li>
        </ul>
      </div>
      <p v-if="others.length > 0" class="text-faint" data-test="not-tested">Not here: {{ others.join('; ') }}.</p>
      <p class="border-l-4 border-stop pl-3">
        <strong class="font-semibold">To stop safely.</strong> {{ measure.stop }}
      </p>
      <details>
        <summary class="min-h-11 flex items-center cursor-pointer text-action underline underline-offset-4">
          How it is done
        </summary>
        <ol class="list-decimal pl-5 space-y-1.5">
          <li v-for="step in measure.steps" :key="step">{{ step }}</li>
        </ol>
      </details>
    </div>
  </section>
</template>
