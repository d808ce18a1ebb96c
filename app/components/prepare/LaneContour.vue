<script setup lang="ts">
import { counted, joined } from '~~/core/sentence'
import type { Tier } from '~~/core/catalogue/words'
import type { Contour } from '~~/core/plan/contour'
import { TIER_NAMES } from '~/words/tiers'

/** The posture contour: a stepped line that rises and falls as the bodies get up and lie down. */
const { contour, xOf, width, tier } = defineProps<{
  contour: Contour
  xOf: (at: number) => number
  width: number
  tier: Tier
}>()
const HEIGHT = 24
const yOf = (height: number) => HEIGHT - 3 - height * (HEIGHT - 6)
const line = computed(() =>
  contour.points
    .map(({ at, height }, index) =>
      index === 0 ? `M0 ${yOf(height)}` : `H${xOf(at).toFixed(1)} V${yOf(height).toFixed(1)}`,
    )
    .join(' '),
)
const words = computed(() => {
  const trips = contour.floorTrips > 0 && `${counted(contour.floorTrips, 'trip')} to the floor`
  return joined([`${TIER_NAMES[tier]} lane: climbs ${contour.climb.toFixed(1)} body heights`, trips])
})
</script>

<template>
  <svg :width="width" :height="HEIGHT" role="img" :aria-label="words" class="block bg-sunk">
    <title>{{ words }}</title>
    <path :d="`${line} V${HEIGHT} H0 Z`" :fill="`var(--${tier})`" opacity="0.16" />
    <path :d="line" fill="none" :stroke="`var(--${tier})`" stroke-width="2" stroke-linejoin="round" />
  </svg>
</template>
