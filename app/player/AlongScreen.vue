<script setup lang="ts">
import { computed } from 'vue'
import { swingMotion } from '~~/core/lead/pairAt'
import { laneWords, stepWords } from '~/words/lead'
import { roomCount } from '~/words/room'
import SheetFigure from './SheetFigure.vue'
import { useScreenOn } from './useScreenOn'
import type { Along } from './useAlong'

/** One's lane in the class as it is done now. */
const { along } = defineProps<{ along: Along }>()
const emit = defineEmits<{ hurts: [] }>()
const { sheet, kept, reading, step, block, lane, caption } = along
/** So much is put right at a touch, seconds. */
const NUDGE = 2
const isReady = computed(() => reading.value?.status === 'ready')
const heading = computed(() => block.value?.name ?? 'Back to where you began')
const isSwinging = computed(() => lane.value?.pair != null && lane.value.pair.part !== 'hold')
/** What is drawn: a pair's swing while it is swung. */
const drawn = computed(() => {
  if (!block.value) return null
  const { swing } = block.value
  return isSwinging.value && swing ? { ...block.value, ...swing } : block.value
})
function motion() {
  const now = along.laneAtOnce()
  if (!now || !block.value) return { share: 0, isOther: false }
  const { swing } = block.value
  return now.pair && now.pair.part !== 'hold' && swing ? swingMotion(now.pair, swing.sides) : now.motion
}
const said = computed(() => {
  if (isReady.value) return 'It begins soon'
  if (kept.stoodAt !== null) return 'You stand still'
  if (!lane.value) return stepWords(step.value ?? undefined, sheet.sides)
  const { kind, side } = lane.value
  if (kind === 'introduce') return 'Look and listen'
  return kind === 'filler' ? laneWords({ kind, side }, sheet.sides) : stepWords({ kind, side }, sheet.sides)
})
const count = computed(() => {
  const { leftMs = 0, lengthMs = 1 } = reading.value ?? {}
  const now = lane.value
  return now ? roomCount(now.pace, now.leftSeconds, now.lengthSeconds) : roomCount(null, leftMs / 1000, lengthMs / 1000)
})
const then = computed(() => {
  const at = sheet.blocks.findIndex(({ id }) => id === block.value?.id)
  return at < 0 ? '' : (sheet.blocks[at + 1]?.name ?? 'the way back')
})
const ways = computed(() => {
  if (step.value?.kind === 'changeover') return block.value?.moves ?? []
  return step.value?.kind === 'ending' ? sheet.homeward : []
})
useScreenOn()
</script>

<template>
  <h1 tabindex="-1" class="small" data-test="along">
    {{ heading }}<template v-if="block?.part">, {{ block.part }}</template>
  </h1>
  <p v-if="drawn?.rung" class="quiet">{{ drawn.rung }}</p>
  <SheetFigure
    v-if="drawn && drawn.figure"
    :key="`${block?.id} ${drawn.rung}`"
    :movement="drawn"
    :ground="kept.settings.ground"
    :side="lane?.side ?? 'both'"
    :start-side="sheet.sides.startSide"
    :motion-at="motion"
  />
  <p v-else-if="block">Breathe quietly where you are.</p>
  <div class="clock" role="timer" aria-label="What is left">
    <span class="seconds">{{ count.number }}</span>
    <span class="beside"
      ><strong>{{ said }}</strong
      ><span>{{ count.unit }}</span></span
    >
  </div>
  <p class="caption" aria-live="polite">{{ caption }}</p>
  <ol v-if="ways.length > 0" class="ways">
    <li v-for="(way, at) in ways" :key="at">{{ way }}</li>
  </ol>
  <dl v-else-if="block?.feel" class="says">
    <dt>Feel it</dt>
    <dd>{{ block.feel }}</dd>
    <dt>Not</dt>
    <dd>{{ block.notFeel }}</dd>
    <dt>Easier</dt>
    <dd>{{ block.easier }}</dd>
  </dl>
  <button class="button stop" @click="emit('hurts')">Stop: it hurts</button>
  <div class="row">
    <button v-if="kept.stoodAt === null" class="button" @click="along.stand()">Stand still</button>
    <button v-else class="button main" @click="along.goOn()">Go on from here</button>
    <button class="button" @click="along.leave()">Another code</button>
  </div>
  <div v-if="kept.stoodAt === null" class="row">
    <button class="button" @click="along.isFurtherBy(-NUDGE)">I am ahead: {{ NUDGE }} seconds back</button>
    <button class="button" @click="along.isFurtherBy(NUDGE)">I am behind: {{ NUDGE }} seconds on</button>
  </div>
  <p v-if="then" class="quiet">Then: {{ then }}. <button class="link" @click="along.next()">It has begun</button></p>
</template>
