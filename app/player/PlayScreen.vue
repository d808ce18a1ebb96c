<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { homeCues, sideAtHome } from '~~/core/home/homeCues'
import { homeMoment, partsAtHome } from '~~/core/home/partsAtHome'
import { capital } from '~~/core/sentence'
import SheetFigure from './SheetFigure.vue'
import { useScreenOn } from './useScreenOn'
import { useStopwatch } from './useStopwatch'
import type { Practice, Chosen } from './usePractice'

/** A movement as it is done: the figure and the seconds, what to do, and a way out at any moment. */
const { practice, chosen } = defineProps<{ practice: Practice; chosen: Chosen }>()
const movement = computed(() => chosen.movement)
const parts = computed(() => partsAtHome(movement.value))
const cues = computed(() => homeCues(movement.value))
const { elapsed, isRunning, now, run, stand } = useStopwatch()
const moment = computed(() => homeMoment(movement.value, parts.value, elapsed.value))
const side = computed(() => capital(sideAtHome(moment.value.part.side, movement.value.sides)))
const motion = () => homeMoment(movement.value, parts.value, now()).motion
const seconds = computed(() => Math.ceil(moment.value.left))
const what = computed(() => {
  if (moment.value.part.kind === 'rest') return 'Rest'
  if (moment.value.part.kind === 'change-side') return 'Change sides'
  return moment.value.pace?.words ?? ''
})
const counting = computed(() => {
  const { pace } = moment.value
  return pace?.count && pace.of ? `${pace.count} of ${pace.of}` : ''
})
/** What was said last; it stands on the screen too. */
const caption = ref('')
let said = 0
watch(elapsed, (seconds) => {
  while (cues.value[said] && (cues.value[said]?.at ?? 0) <= seconds) {
    caption.value = cues.value[said]?.words ?? ''
    practice.speech.say(caption.value)
    said += 1
  }
  if (moment.value.isOver) practice.show({ kind: 'after', chosen })
})
function pause(): void {
  if (isRunning.value) practice.speech.hush()
  ;(isRunning.value ? stand : run)()
}
function hurts(): void {
  stand()
  practice.show({ kind: 'hurt', chosen, isDone: false })
}
const onKey = ({ key }: KeyboardEvent) => key === 'Escape' && hurts()
/** Nobody practises with the page put away. */
const onAway = () => document.hidden && isRunning.value && pause()
useScreenOn()
onMounted(() => {
  run()
  addEventListener('keydown', onKey)
  document.addEventListener('visibilitychange', onAway)
})
onBeforeUnmount(() => {
  removeEventListener('keydown', onKey)
  document.removeEventListener('visibilitychange', onAway)
})
</script>

<template>
  <h1 tabindex="-1" class="small">{{ movement.name }}</h1>
  <SheetFigure
    :movement="movement"
    :ground="practice.kept.settings.ground"
    :side="moment.part.side"
    :motion-at="motion"
  />
  <div class="clock" role="timer" aria-label="Seconds left">
    <span class="seconds">{{ seconds }}</span>
    <span class="beside"
      ><strong v-if="side">{{ side }}</strong
      ><span>{{ what }}</span
      ><span v-if="counting">{{ counting }}</span></span
    >
  </div>
  <p class="caption" aria-live="polite">{{ caption }}</p>
  <button class="button main" @click="pause">{{ isRunning ? 'Pause' : 'Go on' }}</button>
  <div class="row">
    <button class="button" @click="practice.show({ kind: 'after', chosen })">That is enough</button>
    <button class="button stop" @click="hurts">Stop: it hurts</button>
  </div>
  <p class="quiet">Easier: {{ movement.easier }}</p>
</template>
