<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Side } from '~~/core/catalogue/words'
import type { MotionMoment } from '~~/core/lead/motionAt'
import type { PairMoment } from '~~/core/lead/pairAt'
import type { RoomCount, RoomLane } from '~/words/room'

/**
 * The class as a room reads it from six metres away: the movement, a quarter for each lane that somebody is in, the
 * side and the count once in the middle, and what is said below.
 */
const { lanes, motionAt, pairNow } = defineProps<{
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
  onTheWay: () => number | null
  /** Which side of the body works now. */
  side: Side
  motionAt: (tier: RoomLane['tier']) => MotionMoment
  /** Where a pair is at this very moment; null: none is worked at. */
  pairNow: (tier: RoomLane['tier']) => PairMoment | null
}>()
const frame = useTemplateRef('frame')
const { width, height } = useElementSize(frame)
/** All sizes are parts of a screen of 1280 × 720. */
const unit = computed(() => Math.max(0.3, Math.min(width.value / 1280, height.value / 720)))
const px = (parts: number) => `${unit.value * parts}px`
/** Clockwise as people sit: bed, chair, standing, floor; on the left who lies, on the right who is upright. */
const PLACES: Record<RoomLane['tier'], { isRight: boolean; isLow: boolean; place: string }> = {
  bed: { isRight: false, isLow: false, place: 'col-start-1 row-start-1' },
  chair: { isRight: true, isLow: false, place: 'col-start-2 row-start-1' },
  standing: { isRight: true, isLow: true, place: 'col-start-2 row-start-2' },
  floor: { isRight: false, isLow: true, place: 'col-start-1 row-start-2' },
}
const quarters = computed(() =>
  lanes.map((lane, at) =>
    isTwo.value
      ? { lane, isRight: at === 1, isLow: false, place: at === 1 ? 'col-start-2' : 'col-start-1' }
      : { lane, ...PLACES[lane.tier] },
  ),
)
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
        v-for="{ lane, isRight, isLow, place } in quarters"
        :key="lane.tier"
        :lane="lane"
        :unit="unit"
        :height="figureParts(isRight)"
        :is-right="isRight"
        :is-low="isLow"
        :on-the-way="onTheWay"
        :side="side"
        :motion-at="() => motionAt(lane.tier)"
        :pair-now="() => pairNow(lane.tier)"
        :class="place"
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
    <RoomCaption :words="caption" :unit="unit" />
  </div>
</template>
