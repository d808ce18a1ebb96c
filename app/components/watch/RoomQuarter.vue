<script setup lang="ts">
import type { MotionMoment } from '~~/core/lead/motionAt'
import { namesFromAfar, type RoomLane } from '~/words/room'
import { TIER_NAMES } from '~/words/tiers'

/** One lane on the room's screen: its figure, what most of it do, and who is in it. */
const { lane, unit, height, isRight, isLow, isOnTheWay, motionAt } = defineProps<{
  lane: RoomLane
  /** So many pixels is one of the 720 parts of the screen's height. */
  unit: number
  /** Of the figure, in such parts. */
  height: number
  /** On the right the figure stands outside, and its words towards the middle. */
  isRight: boolean
  /** Below, the words stand under the figure. */
  isLow: boolean
  isOnTheWay: boolean
  motionAt: () => MotionMoment
}>()
const LETTERS = { left: 48, right: 30 }
const names = computed(() => namesFromAfar(lane.names, isRight ? LETTERS.right : LETTERS.left))
const way = computed(() => (isOnTheWay ? lane.moves.join(' ') : ''))
</script>

<template>
  <section
    :aria-label="`${TIER_NAMES[lane.tier]} lane`"
    class="min-w-0 min-h-0 flex overflow-hidden"
    :class="
      isRight
        ? 'flex-row-reverse items-center justify-start text-right'
        : isLow
          ? 'flex-col-reverse items-start justify-start'
          : 'flex-col items-start justify-start'
    "
    :style="{ gap: `${unit * 10}px`, paddingBlock: `${unit * 8}px` }"
    data-test="room-lane"
  >
    <div
      class="min-w-0 flex gap-[0.6em] items-start leading-[1.1]"
      :class="isRight ? 'flex-col items-end order-last' : ''"
      :style="{ fontSize: `${unit * 36}px`, maxWidth: isRight ? `${unit * 300}px` : `${unit * 470}px` }"
    >
      <TierGlyph :tier="lane.tier" :level="lane.level" :size="unit * 60" class="shrink-0" />
      <div class="min-w-0">
        <p class="font-semibold" :class="isRight ? 'line-clamp-3' : 'line-clamp-2'">
          {{ lane.variation?.name ?? 'Breathe where you are' }}
        </p>
        <p v-if="way" :class="isRight ? 'line-clamp-4' : 'line-clamp-2'" data-test="way">{{ way }}</p>
        <p v-else :class="isRight ? 'line-clamp-3' : 'line-clamp-1'" data-test="names">{{ names }}</p>
      </div>
    </div>
    <MovementFigure
      v-if="lane.variation"
      :variation="lane.variation"
      :height="Math.round(unit * height)"
      moving
      :motion-at="motionAt"
      label=""
    />
  </section>
</template>
