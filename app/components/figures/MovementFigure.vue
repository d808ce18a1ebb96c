<script setup lang="ts">
import { drawnSide } from '~~/core/body/drawnSide'
import type { Variation } from '~~/core/catalogue/catalogue'
import type { Side } from '~~/core/catalogue/words'

/** A variation as it is done: the start, and where it moves the end, slowly one after the other. */
const {
  variation,
  height = 64,
  moving = false,
  side = 'both',
  label = undefined,
} = defineProps<{
  variation: Variation
  height?: number
  /** Shows the way from start to end; stands still where motion is not wanted. */
  moving?: boolean
  /** The side that works: where the other one is drawn, the drawing is seen in a mirror. */
  side?: Side
  /** Said instead of the variation's name; empty where the name stands beside it. */
  label?: string
}>()
const poses = computed(() =>
  moving && variation.poses.includes('end')
    ? ['start', ...(variation.poses.includes('deepest') ? ['deepest'] : []), 'end']
    : [(['deepest', 'end'] as const).find((pose) => variation.poses.includes(pose)) ?? 'start'],
)
/** Upright figures leave the sides of their frame empty: these are cropped. */
const shape = computed(() => (variation.tier === 'chair' || variation.tier === 'standing' ? 0.92 : 4 / 3))
const { catalogue } = storeToRefs(useCatalogue())
const addressOf = (pose: string) => figureAddress(variation.id, pose, catalogue.value.ownFigures)
const words = computed(() => label ?? variation.name)
const isMirrored = computed(() => side !== 'both' && side !== drawnSide(variation))
</script>

<template>
  <span
    class="relative inline-block shrink-0"
    :style="{ height: `${height}px`, width: `${height * shape}px`, transform: isMirrored ? 'scaleX(-1)' : undefined }"
  >
    <img
      v-for="(pose, at) in poses"
      :key="pose"
      :src="addressOf(pose)"
      :alt="at === 0 ? words : ''"
      loading="lazy"
      class="absolute inset-0 w-full h-full object-cover"
      :class="poses.length > 1 ? `pose-${pose}` : ''"
    />
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
@media (prefers-reduced-motion: reduce) {
  .pose-start,
  .pose-deepest {
    display: none;
  }
}
</style>
