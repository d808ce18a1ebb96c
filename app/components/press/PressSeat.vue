<script setup lang="ts">
import { evennessWords, isEvenPress, PARTNER_SAYS, type Evenness } from '~~/core/measure/evenness'
import { numberIn } from '~~/core/number'
import type { EffortLimit } from '~~/core/offer/effortLimit'
import { FORCE_CHOICES, type PressTask } from '~/composables/useForce'

/** One person's press: their sensor or a partner's hand, their best, the live picture, and how even it was. */
const {
  name,
  task,
  limit,
  sensorOnly = false,
} = defineProps<{
  name: string
  task: PressTask
  /** Whoever has one is never asked for all they can. */
  limit: EffortLimit | null
  /** What is measured takes a sensor. */
  sensorOnly?: boolean
}>()
const emit = defineEmits<{ keep: [evenness: Evenness]; leave: [] }>()
const SPEED = 3
const { catalogue } = useCatalogue()
const force = useForce(SPEED)
const { choice, best, now, found, running, seconds, said, isSimulated } = force
const typed = ref('')
const wrong = ref('')
const kept = ref('')

const evenness = computed((): Evenness | null => {
  if (!found.value || best.value === null) return null
  const { mean, inBand, wander } = found.value
  return { wanted: task.wanted, mean, inBand, wander, best: best.value, by: isSimulated.value ? 'simulated' : 'sensor' }
})
const words = computed(() => {
  if (!evenness.value) return ''
  const isEven = isEvenPress({ ...evenness.value, by: 'sensor' }, catalogue.judgement)
  return `Noted. ${isEven ? 'Even' : 'Not even yet'}: ${evennessWords(evenness.value)}.`
})
function takeTyped(): void {
  const kg = numberIn(typed.value)
  wrong.value = kg === null || kg <= 0 ? 'Their best is a number over 0, in kilograms.' : ''
  if (wrong.value === '') best.value = kg
}
/** Noted at once, while the movement that it belongs to is on. */
function keep(evenness: Evenness): void {
  emit('keep', evenness)
  kept.value = evennessWords(evenness)
}
watch(found, () => evenness.value && keep(evenness.value))
const byPartner = (says: keyof typeof PARTNER_SAYS) =>
  keep({ wanted: task.wanted, mean: null, inBand: PARTNER_SAYS[says], wander: null, best: null, by: 'partner' })
const PARTNER = [
  ['even', 'Even'],
  ['mostly', 'Mostly'],
  ['wandered', 'Wandered'],
] as const
/** With a best it presses; where it runs, it stops. */
function press(): void {
  kept.value = ''
  if (running.value) void force.stop()
  else if (best.value !== null) void force.start('press', task)
}
watch(choice, () => {
  typed.value = wrong.value = kept.value = ''
})
defineExpose({ press, isReady: computed(() => best.value !== null && running.value === null) })
</script>

<template>
  <section :aria-label="`Press of ${name}`" class="border border-line rounded-xl p-3 space-y-2" data-test="press-seat">
    <div class="flex flex-wrap items-center gap-2">
      <strong class="text-[1.15rem] font-semibold">{{ name }}</strong>
      <span class="numerals text-faint">{{ task.wanted }} % of best, {{ task.seconds }} s</span>
      <button
        v-if="!sensorOnly"
        class="button button-quiet ml-auto"
        :aria-label="`Take ${name} off`"
        @click="emit('leave')"
      >
        ×
      </button>
    </div>
    <label class="block"
      ><span class="sr-only">Felt by</span
      ><select v-model="choice" class="field w-full" :disabled="running !== null" data-test="press-by">
        <option value="">{{ sensorOnly ? 'no sensor yet' : 'a partner’s hand' }}</option>
        <option v-for="one in FORCE_CHOICES" :key="one.id" :value="one.id">{{ one.words }}</option>
      </select></label
    >
    <p v-if="choice === '' && sensorOnly" class="text-faint">
      Choose the sensor. Without one, a partner rates the press in the class.
    </p>
    <div v-else-if="choice === ''" role="group" :aria-label="`How even ${name} pressed`" class="flex gap-2">
      <button v-for="[says, shown] in PARTNER" :key="says" class="button flex-1" @click="byPartner(says)">
        {{ shown }}
      </button>
    </div>
    <template v-else>
      <p v-if="isSimulated" class="bg-mark-soft rounded-lg px-3 py-1 text-[0.94rem]" data-test="simulated">
        Simulated and three times as fast: counts for nothing.
      </p>
      <div v-if="best === null" class="space-y-2">
        <p v-if="limit" class="border-l-4 border-stop pl-3" data-test="no-best">
          {{ limit.name }}: {{ limit.percentAtMost }} % of effort at most, so not all they can. Type a best that was
          agreed with whoever treats them, or feel it by hand.
        </p>
        <template v-else>
          <p class="text-[0.94rem]">
            Their best first: as hard as is pleasant for three seconds, breathing out. Pain ends it.
          </p>
          <button class="button button-main" :disabled="running !== null" @click="force.start('best', task)">
            {{ running === 'best' ? 'Pressing …' : 'Find the best' }}
          </button>
        </template>
        <form class="flex items-end gap-2" novalidate @submit.prevent="takeTyped">
          <label class="w-36"
            ><span class="label text-[0.94rem]">Best, kg</span
            ><input v-model="typed" inputmode="decimal" class="field numerals" data-test="press-best" /></label
          ><button class="button">Take it</button>
        </form>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      </div>
      <template v-else>
        <PressPicture :now="now" :wanted="task.wanted" />
        <div class="flex flex-wrap items-center gap-2">
          <button class="button button-main min-w-28" @click="press">{{ running ? 'Stop' : 'Press' }}</button>
          <span class="numerals text-faint"
            ><template v-if="running">{{ Math.round(seconds) }} s; </template>best {{ best.toFixed(1) }} kg</span
          ><button v-if="!running" class="button button-quiet" @click="best = null">Another best</button>
        </div>
      </template>
      <p v-if="said" class="bg-mark-soft rounded-lg px-3 py-1" role="status">{{ said }}</p>
      <p v-if="words" aria-live="polite" data-test="press-result">{{ words }}</p>
    </template>
    <p v-if="kept && !words" class="text-faint text-[0.94rem]" role="status">Noted: {{ kept }}.</p>
  </section>
</template>
