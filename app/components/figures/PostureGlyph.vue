<script setup lang="ts">
import { valueIn } from '~~/core/entries'
/** A plain drawing of a posture: head, trunk and limbs as strokes over what carries the body. */
const { posture, size = 40, label = '' } = defineProps<{ posture: string; size?: number; label?: string }>()

interface Drawing {
  head: [number, number]
  body: string
  ground: string
}

const MAT = 'M3 34 H45'
const CHAIR = 'M14 22 V44 M14 34 H30 M30 34 V44'
const BACK = 'M36 20 V44 M36 33 H46 M46 33 V44'
const WALL = 'M10 2 V46'
const DRAWINGS: Record<string, Drawing> = {
  'bed/supine': { head: [8, 27], body: 'M12 29 H28 L34 23 L40 29', ground: 'M3 33 H45 M5 33 V43 M43 33 V43' },
  'bed/propped': { head: [11, 15], body: 'M13 19 L22 29 H40', ground: 'M3 33 H45 M5 33 V43 M43 33 V43 M6 16 L16 32' },
  'bed/side': {
    head: [8, 27],
    body: 'M12 29 H27 L36 26 L41 30 M20 29 L26 24',
    ground: 'M3 33 H45 M5 33 V43 M43 33 V43',
  },
  'bed/prone': { head: [8, 29], body: 'M12 30 H42', ground: 'M3 33 H45 M5 33 V43 M43 33 V43' },
  'bed/edge-sit': { head: [22, 8], body: 'M22 13 V29 H33 V43 M22 18 L29 27', ground: 'M3 32 H28 M5 32 V44' },
  'bed/free': { head: [28, 7], body: 'M28 12 V28 L25 44 M28 28 L31 44 M28 16 L33 27', ground: 'M3 34 H20 M5 34 V44' },
  'chair/tall': { head: [19, 8], body: 'M19 13 V31 H31 V44 M19 18 L27 29', ground: CHAIR },
  'chair/front-edge': { head: [25, 8], body: 'M25 13 V31 H36 V44 M25 18 L33 29', ground: CHAIR },
  'chair/sideways': { head: [22, 8], body: 'M22 13 V31 H33 V44 M22 31 L18 40 L10 43 M22 18 L15 24', ground: CHAIR },
  'chair/free': { head: [34, 7], body: 'M34 12 V28 L31 44 M34 28 L37 44 M34 16 L39 27', ground: CHAIR },
  'standing/free': {
    head: [24, 7],
    body: 'M24 12 V28 L20 44 M24 28 L28 44 M24 16 L18 27 M24 16 L30 27',
    ground: 'M8 45 H40',
  },
  'standing/behind-chair': { head: [21, 7], body: 'M21 12 V28 L18 44 M21 28 L24 44 M21 16 L35 21', ground: BACK },
  'standing/at-wall': { head: [16, 7], body: 'M16 12 V28 L18 44 M16 28 L22 44 M16 16 L20 27', ground: WALL },
  'standing/foot-on-step': {
    head: [20, 7],
    body: 'M20 12 V28 L18 44 M20 28 L36 38 M20 16 L30 22',
    ground: 'M30 40 H44 V45',
  },
  'standing/split-stance': {
    head: [23, 7],
    body: 'M23 12 V27 L31 35 L31 44 M23 27 L10 44 M23 16 L34 21',
    ground: BACK,
  },
  'floor/free': {
    head: [24, 7],
    body: 'M24 12 V28 L20 44 M24 28 L28 44 M24 16 L18 27 M24 16 L30 27',
    ground: 'M4 45 H44',
  },
  'floor/half-kneel': {
    head: [20, 8],
    body: 'M20 13 V29 L33 29 L33 43 M20 29 L18 42 L7 42 M20 18 L28 26',
    ground: 'M4 45 H44',
  },
  'floor/kneel': { head: [24, 9], body: 'M24 14 V30 L25 42 L12 42 M24 19 L30 29', ground: 'M4 45 H44' },
  'floor/quadruped': { head: [9, 22], body: 'M14 24 L34 24 L35 41 L44 41 M14 24 L14 41', ground: 'M4 44 H46' },
  'floor/heel-sit': { head: [22, 15], body: 'M22 20 V36 L35 38 L20 42 M22 25 L30 35', ground: 'M4 45 H44' },
  'floor/prone': { head: [8, 29], body: 'M12 31 H42', ground: MAT },
  'floor/side-sit': { head: [18, 15], body: 'M18 20 V38 L32 38 L24 42 M18 24 L11 38', ground: 'M4 45 H44' },
  'floor/long-sit': { head: [16, 15], body: 'M16 20 V39 H42 V35 M16 24 L26 36', ground: 'M4 43 H46' },
  'floor/cross-legged': {
    head: [24, 14],
    body: 'M24 19 V36 M24 36 L12 41 L30 41 M24 36 L36 41 L18 41 M24 24 L15 37 M24 24 L33 37',
    ground: 'M4 45 H44',
  },
  'floor/rotation-sit': {
    head: [22, 14],
    body: 'M22 19 V37 L35 37 L30 42 M22 37 L9 38 L11 43 M22 24 L13 37',
    ground: 'M4 45 H44',
  },
  'floor/side-lying': { head: [8, 28], body: 'M12 30 H27 L36 27 L41 31 M20 30 L26 25', ground: MAT },
  'floor/supine': { head: [8, 28], body: 'M12 30 H28 L34 23 L40 31', ground: MAT },
}
const drawing = computed(() => DRAWINGS[posture] ?? valueIn(DRAWINGS, 'standing/free'))
const tier = computed(() => posture.split('/')[0])
</script>

<template>
  <svg
    :width="size"
    :height="size"
    viewBox="0 0 48 48"
    :role="label ? 'img' : undefined"
    :aria-label="label || undefined"
    :aria-hidden="label ? undefined : true"
    fill="none"
    stroke-linecap="round"
    stroke-linejoin="round"
    class="shrink-0"
  >
    <path :d="drawing.ground" stroke="var(--line)" stroke-width="2.5" />
    <path :d="drawing.body" :stroke="`var(--${tier})`" stroke-width="4" />
    <circle :cx="drawing.head[0]" :cy="drawing.head[1]" r="4" :fill="`var(--${tier})`" />
  </svg>
</template>
