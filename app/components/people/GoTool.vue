<script setup lang="ts">
import { GOING_PEOPLE } from '~~/core/measure/simulatedUpAndGo'
import { goWords, type GoPhase, type UpAndGo } from '~~/core/measure/upAndGo'
import { refusalOf } from '~/composables/useRefusal'

/** The timed up and go with a phone at the low back: its parts, its steps, and the whole as a try. */
const emit = defineEmits<{ take: [seconds: number, simulated: boolean]; remark: [words: string] }>()
const sensor = useGoSensor()
const { trace, isRunning, isSilent, simulated, takenAwayAt } = sensor
const find = useSensorWork()
const found = shallowRef<UpAndGo | null>(null)
const [faults, wrong, missing] = [ref(''), ref(''), ref('')]
function forget(): void {
  found.value = null
  faults.value = wrong.value = missing.value = ''
}
watch(simulated, forget)
watch(isRunning, async (running) => {
  if (running) return forget()
  try {
    const { ms, pitch, turn, up } = trace.value
    const copy = { ms: ms.slice(), pitch: pitch.slice(), turn: turn.slice(), up: up.slice() }
    const { go, faults: wrongWith } = await find({ kind: 'go', trace: copy, takenAwayAt: takenAwayAt.value })
    if (go && 'missing' in go) missing.value = go.missing
    else found.value = go ?? null
    faults.value = wrongWith
  } catch (error) {
    wrong.value = refusalOf(error).message
  }
})
const words = computed(() => {
  if (isRunning.value) return `Listening: ${((trace.value.ms.at(-1) ?? 0) / 1000).toFixed(0)} s. Stop when they sit.`
  if (isSilent.value) return 'No motion sensor answers on this device. The watch does as well.'
  if (found.value) return `${found.value.seconds.toFixed(1)} s. ${goWords(found.value)}`
  if (missing.value === 'anything') return 'Too little came to find anything. Take the watch, or once more.'
  if (missing.value) return `Not found in what came: ${missing.value}. Take the watch, or once more.`
  return 'Sit still for a second before and after.'
})
const NAMES: Record<GoPhase, string> = {
  rise: 'up',
  'walk-out': 'there',
  turn: 'turn',
  'walk-back': 'back',
  'turn-to-sit': 'turn',
  sit: 'down',
}
function press(): void {
  if (isRunning.value) sensor.stop()
  else void sensor.start()
}
function take(): void {
  if (!found.value) return
  emit('take', Math.round(found.value.seconds * 10) / 10, simulated.value !== null)
  emit('remark', goWords(found.value))
  forget()
}
</script>

<template>
  <section aria-label="With a phone at the low back" class="border-t border-line pt-3 space-y-3">
    <h2 class="text-[1.05rem]">With a phone at the low back, its screen outwards</h2>
    <div v-if="found" class="flex h-12 rounded-lg overflow-hidden border border-line max-w-2xl" aria-hidden="true">
      <span
        v-for="({ phase, fromMs, toMs }, at) in found.phases"
        :key="phase"
        class="flex items-center justify-center text-[0.86rem] overflow-hidden border-l border-line first:border-l-0"
        :class="at % 2 === 0 ? 'bg-mark-soft' : 'bg-raised'"
        :style="{ flexGrow: Math.max(1, toMs - fromMs), flexBasis: 0 }"
        >{{ NAMES[phase] }}</span
      >
    </div>
    <p aria-live="polite" data-test="go">{{ words }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <p v-if="faults" class="bg-mark-soft rounded-lg px-3 py-2" role="status" data-test="faults">{{ faults }}</p>
    <div class="flex flex-wrap gap-2 items-center">
      <button type="button" class="button min-w-44" data-test="go-press" @click="press">
        {{ isRunning ? 'Stop' : 'Listen to the phone' }}
      </button>
      <button v-if="found" type="button" class="button button-main" data-test="take" @click="take">
        Take {{ found.seconds.toFixed(1) }} s
      </button>
      <SensorChoice v-model="simulated" :people="GOING_PEOPLE" :disabled="isRunning" />
    </div>
  </section>
</template>
