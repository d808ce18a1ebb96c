<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { MEASURE_KEYS as KEYS } from '~/keys'
import { refusalOf } from '~/composables/useRefusal'
import { SIMULATED_PEOPLE } from '~~/core/measure/simulatedSensor'
import type { Plateau } from '~~/core/measure/sensor'
import type { SensorDone, SensorTask } from '~/workers/sensor.worker'

/** An angle by a phone's tilt: the trace as it comes, the plateau that was found, and its angle as a try. */
const emit = defineEmits<{ take: [degrees: number, simulated: boolean] }>()
const sensor = useTiltSensor()
const { trace, isRunning, isSilent, simulated } = sensor
const { ask: find, dispose } = useWorker<SensorTask, SensorDone>(
  () => new Worker(new URL('../../workers/sensor.worker.ts', import.meta.url), { type: 'module' }),
)
onScopeDispose(dispose)
const wrong = ref('')
const plateau = ref<Plateau | null>(null)
const looked = ref(false)

// What one sensor sent is not taken as the other's.
watch(simulated, () => {
  plateau.value = null
  looked.value = isSilent.value = false
})
watch(isRunning, async (running) => {
  if (running) return void ((plateau.value = null), (looked.value = false))
  wrong.value = ''
  try {
    plateau.value = (await find({ trace: { ms: trace.value.ms.slice(), deg: trace.value.deg.slice() } })).plateau
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
  for (const value of deg) [low, high] = [Math.min(low, value), Math.max(high, value)]
  return { seconds: Math.max(8000, ms.at(-1) ?? 0), low, high }
})
const x = (ms: number) => (ms / span.value.seconds) * WIDTH
const y = (deg: number) => HEIGHT - 8 - ((deg - span.value.low) / (span.value.high - span.value.low)) * (HEIGHT - 16)
const line = computed(() => {
  const { ms, deg } = trace.value
  const every = Math.max(1, Math.floor(ms.length / 1200))
  const points: string[] = []
  for (let at = 0; at < ms.length; at += every)
    points.push(`${x(entryAt(ms, at)).toFixed(1)},${y(entryAt(deg, at)).toFixed(1)}`)
  return points.join(' ')
})
const words = computed(() => {
  if (isRunning.value) return 'Measuring: move to the end, keep still for three seconds.'
  if (isSilent.value)
    return 'No tilt sensor answers on this device. Type the degrees, or see how it works with somebody simulated.'
  if (plateau.value)
    return `Held at ${plateau.value.movedDeg.toFixed(0)}°, for ${((plateau.value.toMs - plateau.value.fromMs) / 1000).toFixed(1)} s.`
  return looked.value ? 'It was not held still for a second and a half. Measure again.' : 'Start at rest, then move.'
})
function press(): void {
  if (isRunning.value) sensor.stop()
  else void sensor.start()
}
function take(): void {
  if (plateau.value) emit('take', Math.round(plateau.value.movedDeg), simulated.value !== null)
  plateau.value = null
  looked.value = false
}
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
      <g v-if="plateau">
        <rect
          :x="x(plateau.fromMs)"
          y="0"
          :width="x(plateau.toMs) - x(plateau.fromMs)"
          :height="HEIGHT"
          fill="var(--mark-soft)"
        />
        <line
          x1="0"
          :x2="WIDTH"
          :y1="y(plateau.heldDeg)"
          :y2="y(plateau.heldDeg)"
          stroke="var(--mark)"
          stroke-width="2"
          stroke-dasharray="6 4"
        />
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
    <div class="flex flex-wrap gap-2 items-center">
      <button type="button" class="button button-main min-w-44" @click="press">
        {{ isRunning ? 'Stop' : 'Start measuring' }} <kbd class="key">{{ KEYS.press.shown }}</kbd>
      </button>
      <button v-if="plateau" type="button" class="button" data-test="take" @click="take">
        Take {{ plateau.movedDeg.toFixed(0) }}°
      </button>
      <label class="flex items-center gap-2 ml-auto"
        ><span class="text-faint text-[0.94rem]">Sensor</span
        ><select v-model="simulated" data-test="sensor" class="field w-64" :disabled="isRunning">
          <option :value="null">this device’s own</option>
          <option v-for="(person, at) in SIMULATED_PEOPLE" :key="person.name" :value="at">
            simulated: {{ person.name }}
          </option>
        </select></label
      >
    </div>
  </div>
</template>
