<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { MEASURE_KEYS as KEYS } from '~/keys'
import { refusalOf } from '~/composables/useRefusal'
import { SIMULATED_PEOPLE } from '~~/core/measure/simulatedSensor'
import type { Plateau } from '~~/core/measure/sensor'

/** An angle by a phone's tilt: the trace as it comes, the plateau that was found, and its angle as a try. */
const { two = false, amountOf } = defineProps<{
  /** Both ranges in one go: by themselves, then helped. */
  two?: boolean
  /** Where the amount is no angle: what an angle is worth, in its unit. */
  amountOf?: { words: (degrees: number) => string; of: (degrees: number) => number }
}>()
const emit = defineEmits<{
  take: [degrees: number, simulated: boolean]
  takeTwo: [own: number, helped: number, simulated: boolean]
}>()
const sensor = useTiltSensor()
const { trace, isRunning, isSilent, simulated, takenAwayAt } = sensor
const find = useSensorWork()
const wrong = ref('')
const plateau = ref<Plateau | null>(null)
const helped = ref<Plateau | null>(null)
const faults = ref('')
const looked = ref(false)

// What one sensor sent is not taken as the other's.
watch(simulated, () => {
  forget()
  isSilent.value = false
})
watch(() => two, forget)
function forget(): void {
  plateau.value = helped.value = null
  looked.value = false
  faults.value = ''
}
watch(isRunning, async (running) => {
  if (running) return forget()
  wrong.value = ''
  try {
    const copy = { ms: trace.value.ms.slice(), deg: trace.value.deg.slice() }
    const { tilt, faults: wrongWith } = await find({ kind: 'tilt', trace: copy, takenAwayAt: takenAwayAt.value })
    plateau.value = (two ? tilt?.two.own : tilt?.plateau) ?? null
    helped.value = (two && tilt?.two.helped) || null
    faults.value = wrongWith
    looked.value = true
  } catch (error) {
    wrong.value = refusalOf(error).message
  }
})
const WIDTH = 640
const HEIGHT = 170
const span = computed(() => {
  const { ms, deg } = trace.value
  let [low, high] = [0, 10]
  for (const value of deg) if (Number.isFinite(value)) [low, high] = [Math.min(low, value), Math.max(high, value)]
  return { seconds: Math.max(8000, ms.at(-1) ?? 0), low, high }
})
const x = (ms: number) => (ms / span.value.seconds) * WIDTH
const y = (deg: number) => HEIGHT - 8 - ((deg - span.value.low) / (span.value.high - span.value.low)) * (HEIGHT - 16)
const line = computed(() => {
  const { ms, deg } = trace.value
  const every = Math.max(1, Math.floor(ms.length / 1200))
  const points: string[] = []
  for (let at = 0; at < ms.length; at += every)
    if (Number.isFinite(deg[at])) points.push(`${x(entryAt(ms, at)).toFixed(1)},${y(entryAt(deg, at)).toFixed(1)}`)
  return points.join(' ')
})
const words = computed(() => {
  if (isRunning.value)
    return two
      ? 'Measuring: as far as they go, still for three seconds; then help on to the end, still for three seconds.'
      : 'Measuring: move to the end, keep still for three seconds.'
  if (isSilent.value)
    return 'No tilt sensor answers on this device. Type the degrees, or see how it works with somebody simulated.'
  if (plateau.value && helped.value)
    return `By themselves ${plateau.value.movedDeg.toFixed(0)}°, helped ${helped.value.movedDeg.toFixed(0)}°.`
  if (plateau.value)
    return `Held at ${plateau.value.movedDeg.toFixed(0)}°, for ${heldSeconds(plateau.value)} s.${two ? HELP_ON : ''}`
  return looked.value ? 'It was not held still for a second and a half. Measure again.' : 'Start at rest, then move.'
})
function press(): void {
  if (isRunning.value) sensor.stop()
  else void sensor.start()
}
function take(): void {
  const isSimulated = simulated.value !== null
  const own = plateau.value && Math.round(plateau.value.movedDeg)
  if (own !== null && helped.value) emit('takeTwo', own, Math.round(helped.value.movedDeg), isSimulated)
  else if (own !== null) emit('take', amountOf ? amountOf.of(own) : own, isSimulated)
  forget()
}
const HELP_ON = ' Take it as theirs alone, or measure again: help on from there, and hold again.'
const heldSeconds = ({ fromMs, toMs }: Plateau) => ((toMs - fromMs) / 1000).toFixed(1)
const takeWords = computed(() => {
  if (!plateau.value) return ''
  const own = `${plateau.value.movedDeg.toFixed(0)}°${amountOf ? `, ${amountOf.words(plateau.value.movedDeg)}` : ''}`
  return helped.value ? `Take ${own} and ${helped.value.movedDeg.toFixed(0)}°` : `Take ${own}`
})
defineExpose({ press })
</script>

<template>
  <div class="space-y-3">
    <svg
      :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
      class="w-full max-w-2xl border border-line rounded-lg bg-raised"
      role="img"
      :aria-label="`The sensor’s trace. ${words}`"
    >
      <g v-for="held in [plateau, helped].filter((one) => one !== null)" :key="held.fromMs">
        <rect
          :x="x(held.fromMs)"
          y="0"
          :width="x(held.toMs) - x(held.fromMs)"
          :height="HEIGHT"
          fill="var(--mark-soft)"
        />
        <line
          x1="0"
          :x2="WIDTH"
          :y1="y(held.heldDeg)"
          :y2="y(held.heldDeg)"
          stroke="var(--mark)"
          stroke-width="2"
          stroke-dasharray="6 4"
        />
      </g>
      <g v-if="plateau">
        <line
          x1="0"
          :x2="WIDTH"
          :y1="y(plateau.restDeg)"
          :y2="y(plateau.restDeg)"
          stroke="var(--line)"
          stroke-width="2"
          stroke-dasharray="6 4"
        />
      </g>
      <polyline :points="line" fill="none" stroke="var(--action)" stroke-width="2" stroke-linejoin="round" />
    </svg>
    <p aria-live="polite" data-test="tilt">{{ words }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-if="faults" class="bg-mark-soft rounded-lg px-3 py-2" role="status" data-test="faults">{{ faults }}</p>
    <div class="flex flex-wrap gap-2 items-center">
      <button type="button" class="button button-main min-w-44" @click="press">
        {{ isRunning ? 'Stop' : 'Start measuring' }} <kbd class="key">{{ KEYS.press.shown }}</kbd>
      </button>
      <button v-if="takeWords" type="button" class="button" data-test="take" @click="take">{{ takeWords }}</button>
      <SensorChoice v-model="simulated" :people="SIMULATED_PEOPLE" :disabled="isRunning" />
    </div>
  </div>
</template>
