<script setup lang="ts">
import { MEASURE_KEYS as KEYS } from '~/keys'
import type { Measure } from '~~/core/catalogue/measure'
import { stopwatchWords } from '~/words/people'

/** A stopwatch that stops by itself where the protocol says, a counter, or a count against 30 seconds. */
const { measure } = defineProps<{ measure: Measure }>()
const emit = defineEmits<{ take: [amount: number] }>()
const COUNT_SECONDS = 30

const began = ref<number | null>(null)
const elapsed = ref(0)
const count = ref(0)
const isOver = ref(false)
const counts = computed(() => measure.tool !== 'stopwatch')
const limit = computed(() => (measure.tool === 'count-30' ? COUNT_SECONDS : (measure.stopAt ?? Infinity)))
const isRunning = computed(() => began.value !== null)
let frame = 0

function follow(): void {
  elapsed.value = Math.min(limit.value, (performance.now() - (began.value ?? performance.now())) / 1000)
  if (elapsed.value >= limit.value) return stop()
  frame = requestAnimationFrame(follow)
}
function start(): void {
  reset()
  began.value = performance.now()
  frame = requestAnimationFrame(follow)
}
function stop(): void {
  cancelAnimationFrame(frame)
  if (began.value !== null) elapsed.value = Math.min(limit.value, (performance.now() - began.value) / 1000)
  began.value = null
  isOver.value = true
  if (measure.tool === 'stopwatch') take()
}
function add(by: number): void {
  count.value = Math.max(0, count.value + by)
  if (measure.stopAtCount !== undefined && count.value >= measure.stopAtCount) take()
}
function take(): void {
  emit('take', counts.value ? count.value : Math.round(elapsed.value * 10) / 10)
  reset()
}
function reset(): void {
  cancelAnimationFrame(frame)
  began.value = null
  isOver.value = false
  elapsed.value = count.value = 0
}
/** The big key: starts, then stops or counts. */
function press(): void {
  if (measure.tool === 'counter') add(1)
  else if (measure.tool === 'stopwatch') (isRunning.value ? stop : start)()
  else if (isRunning.value) add(1)
  else if (!isOver.value) start()
}
onBeforeUnmount(() => cancelAnimationFrame(frame))
defineExpose({
  press,
  back: () => add(-1),
  enter: () => {
    if (counts.value && count.value > 0 && (measure.tool === 'counter' || isOver.value)) take()
  },
})
const shown = computed(() => (measure.tool === 'stopwatch' ? stopwatchWords(elapsed.value) : String(count.value)))
const left = computed(() => Math.ceil(COUNT_SECONDS - elapsed.value))
</script>

<template>
  <div class="space-y-3">
    <p class="numerals text-[6.5rem] leading-none font-semibold" role="timer" :aria-label="`${shown} ${measure.unit}`">
      {{ shown
      }}<span class="text-3xl text-faint ml-3"
        >{{ measure.unit
        }}<template v-if="measure.tool === 'count-30'"
          >, {{ isOver ? 'time is over' : isRunning ? `${left} s left` : '30 s' }}</template
        ></span
      >
    </p>
    <div class="flex flex-wrap gap-2">
      <button type="button" class="button button-main min-w-52 min-h-16 text-xl" @click="press">
        <template v-if="measure.tool === 'counter'">Count</template
        ><template v-else-if="measure.tool === 'stopwatch'">{{ isRunning ? 'Stop' : 'Start' }}</template
        ><template v-else>{{ isRunning ? 'Count' : isOver ? 'Time is over' : 'Start' }}</template>
        <kbd class="key">{{ KEYS.press.shown }}</kbd>
      </button>
      <button v-if="counts" type="button" class="button min-h-16" :disabled="count === 0" @click="add(-1)">
        One less <kbd class="key">{{ KEYS.less.shown }}</kbd>
      </button>
      <button
        v-if="counts && (measure.tool === 'counter' || isOver)"
        type="button"
        class="button min-h-16"
        data-test="take"
        @click="take"
      >
        Take {{ count }} <kbd class="key">{{ KEYS.take.shown }}</kbd>
      </button>
      <button v-if="isRunning" type="button" class="button button-quiet min-h-16" @click="reset">Start over</button>
    </div>
  </div>
</template>
