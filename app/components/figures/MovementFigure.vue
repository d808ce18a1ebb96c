<script setup lang="ts">
import { drawnSide } from '~~/core/body/drawnSide'
import { usePreferredReducedMotion } from '@vueuse/core'
import { previewAt, type MotionMoment } from '~~/core/lead/motionAt'
import type { SeenWay } from '~/composables/useWays'
import type { Variation } from '~~/core/catalogue/catalogue'
import type { Side } from '~~/core/catalogue/words'

/**
 * A variation as it is done: a picture, or the body on its way. Until its way is there, it shows its start and its end
 * one after the other.
 */
const {
  variation,
  height = 64,
  moving = false,
  side = 'both',
  label = undefined,
  motionAt = undefined,
  shape: wanted = undefined,
} = defineProps<{
  variation: Variation
  height?: number
  /** Shows the way from start to end; stands still where motion is not wanted. */
  moving?: boolean
  /** The side that works: where the other one is drawn, the drawing is seen in a mirror. */
  side?: Side
  /** Said instead of the variation's name; empty where the name stands beside it. */
  label?: string
  /** Where on its way it is now, where something else keeps its time. */
  motionAt?: () => MotionMoment
  /** Width ÷ height; left out: as upright and lying figures need it. */
  shape?: number
}>()
const poses = computed(() =>
  moving && variation.poses.includes('end')
    ? ['start', ...(variation.poses.includes('deepest') ? ['deepest'] : []), 'end']
    : [(['deepest', 'end'] as const).find((pose) => variation.poses.includes(pose)) ?? 'start'],
)
/** Upright figures leave the sides of their frame empty: these are cropped. */
const shape = computed(() => wanted ?? (variation.tier === 'chair' || variation.tier === 'standing' ? 0.92 : 4 / 3))
const { catalogue } = storeToRefs(useCatalogue())
const addressOf = (pose: string) => figureAddress(variation.id, pose, catalogue.value.ownFigures)
const words = computed(() => label ?? variation.name)
const isMirrored = computed(() => side !== 'both' && side !== drawnSide(variation))

/** How it moves; null: it has not come yet, or cannot be had now. */
const seen = shallowRef<SeenWay | null>(null)
const isReduced = usePreferredReducedMotion()
const isMoving = computed(() => moving && isReduced.value === 'no-preference')
watch(
  [() => variation.id, isMoving],
  async ([id, moves]) => {
    seen.value = null
    if (!moves) return
    const way = await wayOf(variation, catalogue.value.ownFigures)
    if (id === variation.id && way) seen.value = way
  },
  { immediate: true },
)
const STILL: MotionMoment = { share: 0, isOther: false }
const began = performance.now()
const movement = computed(() => catalogue.value.movements.get(variation.movement))
/** By itself, again and again. */
function ownMotion(): MotionMoment {
  const { value: own } = movement
  return own ? previewAt(own.doses.dwell.dose, own.sides, (performance.now() - began) / 1000) : STILL
}
</script>

<template>
  <span
    class="relative inline-block shrink-0"
    :style="{ height: `${height}px`, width: `${height * shape}px`, transform: isMirrored ? 'scaleX(-1)' : undefined }"
    :data-variation="variation.id"
    :role="seen && words ? 'img' : undefined"
    :aria-label="seen && words ? words : undefined"
  >
    <MovingFigure v-if="seen" :seen="seen" :shape="shape" :motion-at="motionAt ?? ownMotion" />
    <template v-else-if="poses.length > 1 && isMoving">
      <img
        v-for="(pose, at) in poses"
        :key="pose"
        :src="addressOf(pose)"
        :alt="at === 0 ? words : ''"
        loading="lazy"
        class="absolute inset-0 w-full h-full object-cover"
        :class="`pose-${pose}`"
      />
    </template>
    <!-- Motion is not wanted: where it starts and where it goes, side by side. -->
    <span v-else class="absolute inset-0 flex">
      <img
        v-for="(pose, at) in poses"
        :key="pose"
        :src="addressOf(pose)"
        :alt="at === 0 ? words : ''"
        loading="lazy"
        class="min-w-0 flex-1 h-full"
        :class="poses.length > 1 ? 'object-contain' : 'object-cover'"
      />
    </span>
  </span>
</template>

<style scoped>
.pose-start {
  animation: start 7s ease-in-out infinite;
}
.pose-end {
  animation: end 7s ease-in-out infinite;
}
.pose-deepest {
  animation: deepest 7s ease-in-out infinite;
}
@keyframes start {
  0%,
  34% {
    opacity: 1;
  }
  44%,
  90% {
    opacity: 0;
  }
  100% {
    opacity: 1;
  }
}
@keyframes end {
  0%,
  40% {
    opacity: 0;
  }
  50%,
  88% {
    opacity: 1;
  }
  98%,
  100% {
    opacity: 0;
  }
}
@keyframes deepest {
  0%,
  34% {
    opacity: 0;
  }
  42% {
    opacity: 1;
  }
  50%,
  100% {
    opacity: 0;
  }
}
</style>
