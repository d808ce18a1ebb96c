<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { hipHeightCm, LEAN_LIMITS_DEG } from '~~/core/body/fits'
import { entryAt } from '~~/core/entries'
import { SWAYING_PEOPLE } from '~~/core/measure/simulatedSway'
import { farthestWords, type Sway } from '~~/core/measure/sway'
import { numberIn } from '~~/core/number'
import { MEASURE_KEYS as KEYS } from '~/keys'
import { refusalOf } from '~/composables/useRefusal'

/** Half a minute of standing with a phone at the hip: the picture of the sway, its area and speed as one try. */
const { heightCm } = defineProps<{ heightCm: number | null }>()
const emit = defineEmits<{ takeTwo: [area: number, speed: number, simulated: boolean]; remark: [words: string] }>()
const SECONDS = 30
const sensor = useLeanSensor()
const { trace, isRunning, isSilent, simulated, takenAwayAt } = sensor
const find = useSensorWork()
const typedHip = ref('')
const hipCm = computed(() => (heightCm === null ? numberIn(typedHip.value) : hipHeightCm(heightCm)))
const found = shallowRef<Sway | null>(null)
const [faults, wrong, looked] = [ref(''), ref(''), ref(false)]
function forget(): void {
  found.value = null
  looked.value = false
  faults.value = wrong.value = ''
}
watch(simulated, forget)
const seconds = computed(() => (trace.value.ms.at(-1) ?? 0) / 1000)
// Stops by itself after half a minute of samples.
useIntervalFn(() => isRunning.value && simulated.value === null && seconds.value >= SECONDS && sensor.stop(), 100)
watch(isRunning, async (running) => {
  if (running) return forget()
  if (hipCm.value === null) return
  try {
    const { ms, forward, side } = trace.value
    const copy = { ms: ms.slice(), forward: forward.slice(), side: side.slice() }
    const done = await find({ kind: 'sway', trace: copy, hipCm: hipCm.value, takenAwayAt: takenAwayAt.value })
    found.value = done.sway ?? null
    faults.value = done.faults
    looked.value = true
  } catch (error) {
    wrong.value = refusalOf(error).message
  }
})
function press(): void {
  wrong.value = ''
  if (isRunning.value) sensor.stop()
  else if (hipCm.value === null || hipCm.value < 40 || hipCm.value > 130)
    wrong.value = 'How high the phone is: a number of centimetres from 40 to 130.'
  else void sensor.start()
}
const words = computed(() => {
  if (isRunning.value) return `Standing still: ${Math.min(SECONDS, Math.floor(seconds.value))} of ${SECONDS} s.`
  if (isSilent.value) return 'No motion sensor answers on this device. See how it works with somebody simulated.'
  if (found.value) {
    const { areaCm2, speedCmPerS } = found.value
    return `${areaCm2.toFixed(1)} cm² at ${speedCmPerS.toFixed(1)} cm/s. ${farthestWords(found.value, LEAN_LIMITS_DEG)}`
  }
  return looked.value ? 'Less than ten seconds were sound. Once more.' : 'They stand; then start.'
})
function take(): void {
  if (!found.value) return
  const rounded = (value: number) => Math.round(value * 10) / 10
  emit('takeTwo', rounded(found.value.areaCm2), rounded(found.value.speedCmPerS), simulated.value !== null)
  emit('remark', farthestWords(found.value, LEAN_LIMITS_DEG))
  forget()
}
/** From above: forward is up. The rings are the usual limits of a lean, in degrees. */
const SIZE = 240
const scale = SIZE / 2 / 9
const points = computed(() => {
  const { forward, side } = trace.value
  const every = Math.max(1, Math.floor(forward.length / 900))
  const mean = (values: Float64Array) => values.reduce((sum, one) => sum + one, 0) / Math.max(1, values.length)
  const [ahead, across] = [mean(forward), mean(side)]
  const all: string[] = []
  for (let at = 0; at < forward.length; at += every) {
    const [x, y] = [entryAt(side, at) - across, ahead - entryAt(forward, at)]
    if (Number.isFinite(x + y)) all.push(`${(x * scale).toFixed(1)},${(y * scale).toFixed(1)}`)
  }
  return all.join(' ')
})
const { forward, back, side } = LEAN_LIMITS_DEG
/** An egg: further forward than back. */
const reach = (to: number, height: number) => `A${side * scale},${height * scale} 0 0 1 ${to * scale},0`
const limits = `M${-side * scale},0 ${reach(side, forward)} ${reach(-side, back)} Z`
defineExpose({ press, enter: take })
</script>

<template>
  <div class="space-y-3">
    <label v-if="heightCm === null" class="block w-72"
      ><span class="label text-[0.94rem]">How high the phone is above the floor, cm</span
      ><input v-model="typedHip" inputmode="decimal" class="field numerals" data-test="hip"
    /></label>
    <svg
      :viewBox="`${-SIZE / 2} ${-SIZE / 2} ${SIZE} ${SIZE}`"
      class="w-60 border border-line rounded-lg bg-raised"
      role="img"
      :aria-label="`The sway from above. ${words}`"
    >
      <path :d="limits" fill="none" stroke="var(--line)" stroke-width="1.5" stroke-dasharray="5 4" />
      <path d="M-6,0 H6 M0,-6 V6" stroke="var(--faint)" stroke-width="1" />
      <polyline :points="points" fill="none" stroke="var(--action)" stroke-width="1.5" stroke-linejoin="round" />
      <text x="0" :y="-SIZE / 2 + 14" text-anchor="middle" font-size="12" fill="var(--faint)">forward</text>
    </svg>
    <p class="text-faint text-[0.94rem]">
      Dashed: how far people usually lean without a step, {{ forward }}° forward, {{ back }}° back, {{ side }}° to each
      side.
    </p>
    <p aria-live="polite" data-test="sway">{{ words }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-if="faults" class="bg-mark-soft rounded-lg px-3 py-2" role="status" data-test="faults">{{ faults }}</p>
    <div class="flex flex-wrap gap-2 items-center">
      <button type="button" class="button button-main min-w-44" @click="press">
        {{ isRunning ? 'Stop' : 'Start measuring' }} <kbd class="key">{{ KEYS.press.shown }}</kbd>
      </button>
      <button v-if="found" type="button" class="button" data-test="take" @click="take">
        Take {{ found.areaCm2.toFixed(1) }} cm²
      </button>
      <SensorChoice v-model="simulated" :people="SWAYING_PEOPLE" :disabled="isRunning" />
    </div>
  </div>
</template>
