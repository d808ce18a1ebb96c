<script setup lang="ts">
import type { Tier } from '~~/core/catalogue/words'
import { LEVEL_NAMES } from '~~/core/catalogue/words'

/** The tier by its shape, the level by how far it is filled from below, with the number. */
const {
  tier,
  level = null,
  size = 36,
  label = '',
} = defineProps<{ tier: Tier; level?: number | null; size?: number; label?: string }>()

const SHAPES: Record<Tier, { path: string; top: number; bottom: number; text: [number, number] }> = {
  bed: { path: 'M2 20 L9 11.5 H31 L38 20 L31 28.5 H9 Z', top: 11.5, bottom: 28.5, text: [20, 20] },
  chair: {
    path: 'M5 4 C8 2.6 12 2.6 14.5 3.6 L17.5 14.5 L36 14.5 L32.5 36.5 L13 36.5 Z',
    top: 3,
    bottom: 36.5,
    text: [23, 25.5],
  },
  standing: {
    path: 'M20 2 C25.5 2 29 6 29 11 V29 C29 34 25.5 38 20 38 C14.5 38 11 34 11 29 V11 C11 6 14.5 2 20 2 Z',
    top: 2,
    bottom: 38,
    text: [20, 20],
  },
  floor: { path: 'M2 29.5 C2 17 10 9 20 9 C30 9 38 17 38 29.5 Z', top: 9, bottom: 29.5, text: [20, 22] },
}
const id = useId()
const shape = computed(() => SHAPES[tier])
const fillTop = computed(() => shape.value.bottom - ((level ?? 0) / 5) * (shape.value.bottom - shape.value.top))
/** Twelve px at least, however small the glyph is. */
const digit = computed(() => Math.max(13, (12 * 40) / size))
const words = computed(() => label || `${tier}${level === null ? '' : `, level ${level} ${LEVEL_NAMES[level] ?? ''}`}`)
</script>

<template>
  <svg
    :width="size"
    :height="size"
    viewBox="0 0 40 40"
    role="img"
    :aria-label="words"
    :style="{ color: `var(--${tier})` }"
    class="shrink-0"
  >
    <defs>
      <clipPath :id="id"><path :d="shape.path" /></clipPath>
    </defs>
    <path :d="shape.path" fill="var(--raised)" />
    <rect
      :clip-path="`url(#${id})`"
      x="0"
      :y="fillTop"
      width="40"
      :height="40 - fillTop"
      fill="currentColor"
      opacity="0.38"
    />
    <path :d="shape.path" fill="none" stroke="currentColor" stroke-width="2.4" stroke-linejoin="round" />
    <text
      v-if="level !== null"
      :x="shape.text[0]"
      :y="shape.text[1]"
      text-anchor="middle"
      dominant-baseline="central"
      :font-size="digit"
      font-weight="750"
      fill="var(--ink)"
    >
      {{ level }}
    </text>
  </svg>
</template>
