<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Side } from '~~/core/catalogue/words'
import type { MotionMoment } from '~~/core/lead/motionAt'
import type { RoomCount, RoomLane } from '~/words/room'

/**
 * The class as a room reads it from six metres away: the movement, a quarter for each lane that somebody is in, the side
 * and the count once in the middle, and what is said below.
 */
const { lanes, motionAt } = defineProps<{
  heading: string
  /** What comes then; empty: nothing. */
  then: string
  lanes: readonly RoomLane[]
  /** Null: nothing is counted yet. */
  count: RoomCount | null
  /** The side, or what is going on. */
  said: string
  caption: string
  isRunning: boolean
  isOnTheWay: boolean
  /** Which side of the body works now. */
  side: Side
  motionAt: (tier: RoomLane['tier']) => MotionMoment
}>()
const frame = useTemplateRef('frame')
const { width, height } = useElementSize(frame)
/** All sizes are parts of a screen of 1280 × 720. */
const unit = computed(() => Math.max(0.3, Math.min(width.value / 1280, height.value / 720)))
const px = (parts: number) => `${unit.value * parts}px`
/** Clockwise as people sit: bed, chair, standing, floor; on the left who lies, on the right who is upright. */
const quarters = computed(() => {
  const [first, second, third, fourth] = lanes
  if (lanes.length <= 2) return lanes.map((lane, at) => ({ lane, isRight: at === 1, isLow: false }))
  const at = (lane: RoomLane | undefined, isRight: boolean, isLow: boolean) => (lane ? [{ lane, isRight, isLow }] : [])
  return [
    ...at(first, false, false),
    ...at(second, true, false),
    ...at(lanes.length === 3 ? undefined : fourth, false, true),
    ...at(third, true, true),
  ]
})
const isTwo = computed(() => lanes.length <= 2)
/** How high a figure is: upright ones on the right take their quarter's height, those on the left lie. */
const FIGURE_PARTS = { two: { left: 330, right: 400 }, four: { left: 184, right: 262 } }
const figureParts = (isRight: boolean) => FIGURE_PARTS[isTwo.value ? 'two' : 'four'][isRight ? 'right' : 'left']
</script>

<template>
  <div ref="frame" class="min-h-0 min-w-0 flex flex-col overflow-hidden" data-test="room-screen">
    <header
      class="flex items-center border-b-2 border-line shrink-0"
      :style="{ height: px(84), paddingInline: px(34), gap: px(24) }"
    >
      <p class="font-bold truncate leading-tight" :style="{ fontSize: px(54) }" data-test="heading">{{ heading }}</p>
      <p class="text-faint truncate ml-auto" :style="{ fontSize: px(36) }">{{ then }}</p>
      <slot />
    </header>
    <div
      class="relative flex-1 min-h-0 grid grid-cols-2"
      :class="isTwo ? '' : 'grid-rows-2'"
      :style="{ paddingInline: px(34) }"
    >
      <RoomQuarter
        v-for="{ lane, isRight, isLow } in quarters"
        :key="lane.tier"
        :lane="lane"
        :unit="unit"
        :height="figureParts(isRight)"
        :is-right="isRight"
        :is-low="isLow"
        :is-on-the-way="isOnTheWay"
        :side="side"
        :motion-at="() => motionAt(lane.tier)"
        :class="isRight ? 'col-start-2' : 'col-start-1'"
      />
      <CountRing
        v-if="count"
        :count="count"
        :said="said"
        :is-running="isRunning"
        class="absolute left-1/2 top-1/2 -translate-x-1/2 -translate-y-1/2"
        :style="{ width: px(300), height: px(300) }"
      />
    </div>
    <p
      class="shrink-0 bg-ink text-ground grid place-items-center text-center leading-tight"
      :style="{ minHeight: px(76), fontSize: px(36), paddingInline: px(34) }"
      aria-live="polite"
      data-test="caption"
    >
      <span class="line-clamp-2">{{ caption }}</span>
    </p>
  </div>
</template>
