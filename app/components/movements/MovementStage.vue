<script setup lang="ts">
import { usePreferredReducedMotion } from '@vueuse/core'
import { drawnSide } from '~~/core/body/drawnSide'
import type { Movement, Variation } from '~~/core/catalogue/catalogue'
import type { Camera } from '~~/core/catalogue/figure'
import { previewAt, type MotionMoment } from '~~/core/lead/motionAt'
import { isTwoSided } from '~~/core/time/workSeconds'
import type { SeenWay } from '~/composables/useWays'

/** A movement in large: as slowly as it is done or slower, either side, held at a pose, and from any angle. */
const { movement, variation } = defineProps<{ movement: Movement; variation: Variation }>()
const { catalogue } = storeToRefs(useCatalogue())
const seen = shallowRef<SeenWay | null>(null)
const isReduced = usePreferredReducedMotion()
const isPlaying = ref(isReduced.value === 'no-preference')
const isSlower = ref(false)
const isClose = ref(false)
const side = ref<'left' | 'right'>(drawnSide(variation))
const turned = ref<{ yaw: number; pitch: number }>({ yaw: 0, pitch: 0 })
/** Where it is held; null: it goes on. */
const heldAt = ref<number | null>(isPlaying.value ? null : 0)
let heldMoment: MotionMoment = { share: 0, isOther: false }

watch(
  () => variation.id,
  async (id) => {
    seen.value = null
    turned.value = { yaw: 0, pitch: 0 }
    const way = await wayOf(variation, catalogue.value.ownFigures)
    if (id === variation.id) seen.value = way
  },
  { immediate: true },
)
/** Whether it goes anywhere; what is only pressed has a beginning and an end where it is shown as a press. */
const goes = computed(() => (seen.value?.way.moments.length ?? 0) > 1)
const isPressed = computed(() => movement.doses.dwell.dose.kind === 'press' && (seen.value?.presses.length ?? 0) > 0)
const moves = computed(() => goes.value || isPressed.value)
const camera = computed((): Camera | undefined => {
  if (!seen.value) return undefined
  const { yaw, pitch } = seen.value.camera
  return { yaw: yaw + turned.value.yaw, pitch: Math.max(-10, Math.min(80, pitch + turned.value.pitch)) }
})
const isTurned = computed(() => turned.value.yaw !== 0 || turned.value.pitch !== 0)
const isMirrored = computed(() => isTwoSided(movement.sides) && side.value !== drawnSide(variation))

/** Its own time, seconds: what was shown stays where it is when the tempo changes. */
let [time, asked] = [0, performance.now()]
function motionAt(): MotionMoment {
  const now = performance.now()
  time += ((now - asked) / 1000) * (isSlower.value ? 0.5 : 1)
  asked = now
  if (heldAt.value !== null) return heldMoment
  return previewAt(movement.doses.dwell.dose, movement.sides, time)
}
function play(): void {
  heldAt.value = null
  isPlaying.value = true
}
function hold(share: number, at?: MotionMoment): void {
  heldAt.value = share
  heldMoment = at ?? { share, isOther: false }
  isPlaying.value = false
}
const pause = () => {
  const now = motionAt()
  hold(now.share, now)
}

const TURN_PER_PX = 0.5
const TURN_DEG = 15
let from: { x: number; y: number; yaw: number; pitch: number } | null = null
function take(event: PointerEvent): void {
  from = { x: event.clientX, y: event.clientY, ...turned.value }
  if (event.currentTarget instanceof Element) event.currentTarget.setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent): void {
  if (!from) return
  turned.value = {
    yaw: Math.round(from.yaw - (event.clientX - from.x) * TURN_PER_PX * (isMirrored.value ? -1 : 1)),
    pitch: Math.round(from.pitch + (event.clientY - from.y) * TURN_PER_PX),
  }
}
function turnBy(yaw: number, pitch: number): void {
  turned.value = { yaw: turned.value.yaw + yaw, pitch: turned.value.pitch + pitch }
}
</script>

<template>
  <div class="space-y-2">
    <div
      class="relative bg-raised rounded-xl w-full aspect-[4/3] touch-none cursor-grab"
      tabindex="0"
      role="img"
      :aria-label="`${variation.name}. Drag it, or press the arrow keys, to look from another angle.`"
      data-test="stage"
      @pointerdown="take"
      @pointermove="drag"
      @pointerup="from = null"
      @pointercancel="from = null"
      @keydown.left.prevent="turnBy(TURN_DEG, 0)"
      @keydown.right.prevent="turnBy(-TURN_DEG, 0)"
      @keydown.up.prevent="turnBy(0, -TURN_DEG)"
      @keydown.down.prevent="turnBy(0, TURN_DEG)"
    >
      <MovingFigure
        v-if="seen"
        :seen="seen"
        :camera="camera"
        :motion-at="motionAt"
        :is-mirrored="isMirrored"
        :is-still="!isPlaying"
        :held-at="heldAt"
        :is-close="isClose"
      />
      <MovementFigure v-else :variation="variation" :height="230" moving label="" />
    </div>
    <div v-if="seen" class="flex flex-wrap gap-1" role="group" aria-label="How it is shown">
      <button v-if="isPlaying" class="button button-quiet" @click="pause">Hold it</button>
      <button v-else class="button button-quiet" @click="play">Let it go on</button>
      <template v-if="moves">
        <button class="button button-quiet" :aria-pressed="heldAt === 0" @click="hold(0)">Start</button>
        <button class="button button-quiet" :aria-pressed="heldAt === 1" @click="hold(1)">End</button>
        <button
          class="button button-quiet"
          :class="isSlower ? 'button-on' : ''"
          :aria-pressed="isSlower"
          @click="isSlower = !isSlower"
        >
          Slower
        </button>
        <button
          v-if="goes"
          class="button button-quiet"
          :class="isClose ? 'button-on' : ''"
          :aria-pressed="isClose"
          @click="isClose = !isClose"
        >
          Closer
        </button>
      </template>
      <button
        v-if="isTwoSided(movement.sides)"
        class="button button-quiet"
        @click="side = side === 'left' ? 'right' : 'left'"
      >
        Show {{ side === 'left' ? 'right' : 'left' }}
      </button>
      <button v-if="isTurned" class="button button-quiet" @click="turned = { yaw: 0, pitch: 0 }">Turn it back</button>
    </div>
  </div>
</template>
