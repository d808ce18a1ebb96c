<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Variation } from '~~/core/catalogue/catalogue'
import type { Side } from '~~/core/catalogue/words'
import type { MotionMoment } from '~~/core/lead/motionAt'
import type { PairMoment } from '~~/core/lead/pairAt'
import { namesFromAfar, type RoomCount, type RoomLane } from '~/words/room'
import { TIER_NAMES } from '~/words/tiers'

/**
 * A lane with a screen to itself: for a television beside the chairs, for somebody by video, or in the hand. Wide, the
 * figure stands beside the count; upright, above it.
 */
const { lane, variations, onTheWay, motionAt, pairNow } = defineProps<{
  heading: string
  then: string
  lane: RoomLane
  /** What is done in the lane, the easiest first. */
  variations: readonly Variation[]
  /** Where it is felt and where not; null where nothing is said of it. */
  felt: { feel: string; notFeel: string } | null
  count: RoomCount | null
  said: string
  caption: string
  isRunning: boolean
  onTheWay: () => number | null
  /** Which side of the body works now. */
  side: Side
  motionAt: () => MotionMoment
  /** Where a pair is at this very moment; null: none is worked at. */
  pairNow: () => PairMoment | null
}>()
const VARIATIONS_AT_MOST = 3
const frame = useTemplateRef('frame')
const { width, height } = useElementSize(frame)
const isWide = computed(() => width.value > height.value)
const unit = computed(() =>
  isWide.value
    ? Math.max(0.3, Math.min(width.value / 1280, height.value / 720))
    : Math.max(0.4, Math.min(width.value / 620, height.value / 1050)),
)
const px = (parts: number) => `${unit.value * parts}px`
const { drawn } = useSwinging(
  () => ({ variation: lane.variation, moves: lane.moves, onTheWay, motionAt }),
  () => lane.swing,
  () => pairNow(),
)
/** What is done to get there, one move at a time. */
const move = useMoveNow(
  () => drawn.value.moves,
  () => drawn.value.onTheWay(),
)
const names = computed(() => namesFromAfar(lane.names, 60))
const listed = computed(() => {
  const others = variations.filter(({ id }) => id !== lane.variation?.id)
  return [...(lane.variation ? [lane.variation] : []), ...others].slice(0, VARIATIONS_AT_MOST)
})
</script>

<template>
  <div ref="frame" class="min-h-0 min-w-0 flex flex-col overflow-hidden" data-test="room-lane-alone">
    <header
      class="flex items-center border-b-2 border-line shrink-0"
      :style="{ minHeight: px(84), paddingInline: px(34), gap: px(20) }"
    >
      <TierGlyph :tier="lane.tier" :size="unit * 48" class="shrink-0" />
      <p class="font-semibold shrink-0" :class="isWide ? '' : 'sr-only'" :style="{ fontSize: px(42) }">
        {{ TIER_NAMES[lane.tier] }}
      </p>
      <p class="font-bold truncate flex-1 leading-tight" :style="{ fontSize: px(54) }" data-test="heading">
        {{ heading }}
      </p>
      <p v-if="isWide" class="text-faint truncate" :style="{ fontSize: px(36) }">{{ then }}</p>
      <slot />
    </header>
    <div
      class="flex-1 min-h-0 grid items-center"
      :class="isWide ? 'grid-cols-[auto_minmax(0,1fr)]' : 'justify-items-center content-start'"
      :style="{ paddingInline: px(34), gap: px(isWide ? 34 : 12) }"
    >
      <LaneFigure
        :tier="lane.tier"
        :moves="drawn.moves"
        :on-the-way="drawn.onTheWay"
        :variation="drawn.variation"
        :height="Math.round(unit * (isWide ? 528 : 430))"
        :side="side"
        :motion-at="drawn.motionAt"
      />
      <div class="min-w-0 w-full grid" :class="isWide ? '' : 'justify-items-center'" :style="{ gap: px(16) }">
        <div class="min-w-0 flex items-center" :style="{ gap: px(28) }">
          <CountRing
            v-if="count"
            :count="count"
            :said="said"
            :is-running="isRunning"
            class="shrink-0"
            :style="{ width: px(300), height: px(300) }"
          />
          <dl v-if="felt && !move" class="min-w-0 leading-[1.15]" :style="{ fontSize: px(36) }" data-test="felt">
            <dt class="text-faint">Where you feel it</dt>
            <dd class="line-clamp-3">{{ felt.feel }}</dd>
            <dt class="text-faint" :style="{ marginTop: px(14) }">Not there</dt>
            <dd class="line-clamp-3">{{ felt.notFeel }}</dd>
          </dl>
        </div>
        <div
          class="w-full leading-[1.15]"
          :class="isWide ? 'border-t-2 border-line' : ''"
          :style="{ fontSize: px(36), paddingTop: isWide ? px(16) : 0 }"
        >
          <p v-if="move" class="line-clamp-4" data-test="way">{{ move.cue }}</p>
          <template v-else>
            <p
              v-for="variation in listed"
              :key="variation.id"
              class="flex items-center font-semibold"
              :style="{ gap: px(14) }"
            >
              <TierGlyph :tier="lane.tier" :level="variation.level" :size="unit * 48" class="shrink-0" /><span
                class="line-clamp-2"
                >{{ variation.name }}</span
              >
            </p>
            <p class="text-faint line-clamp-2" data-test="names">{{ names }}</p>
          </template>
        </div>
      </div>
    </div>
    <RoomCaption :words="caption" :unit="unit" />
  </div>
</template>
