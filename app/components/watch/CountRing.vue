<script setup lang="ts">
import type { RoomCount } from '~/words/room'

/** The count, once and large, in a ring of a dash for each second or repetition. */
const { count, said, isRunning } = defineProps<{ count: RoomCount; said: string; isRunning: boolean }>()
const RADIUS = 140
const dashes = computed(() =>
  Array.from({ length: count.dashes }, (_, at) => {
    const angle = ((at + 0.5) / count.dashes) * 2 * Math.PI
    return {
      at,
      x: RADIUS * Math.sin(angle),
      y: -RADIUS * Math.cos(angle),
      turn: (angle * 180) / Math.PI,
      isDone: at < count.done,
    }
  }),
)
/** What is longer than the ring is wide stands in two lines. */
const LETTERS_A_LINE = 14
const lines = computed(() => {
  if (said.length <= LETTERS_A_LINE) return [{ words: said, y: -74 }]
  const words = said.split(' ')
  const half = words.findIndex((_, at) => words.slice(0, at + 1).join(' ').length >= said.length / 2)
  return [
    { words: words.slice(0, half + 1).join(' '), y: -94 },
    { words: words.slice(half + 1).join(' '), y: -68 },
  ]
})
/** Few dashes are long ones. */
const length = computed(() => Math.min(60, Math.max(11, (2 * Math.PI * RADIUS) / count.dashes - 12)))
const size = computed(() => (count.number.length > 3 ? 84 : 143))
</script>

<template>
  <svg
    viewBox="-150 -150 300 300"
    class="block"
    :class="isRunning ? '' : 'opacity-55'"
    role="timer"
    :aria-label="`${said}, ${count.number} ${count.unit}`"
    data-test="count"
    :data-number="count.number"
  >
    <rect
      v-for="dash in dashes"
      :key="dash.at"
      :x="-length / 2"
      y="-6.5"
      :width="length"
      height="13"
      rx="6"
      :transform="`translate(${dash.x} ${dash.y}) rotate(${dash.turn})`"
      :fill="dash.isDone ? 'var(--action)' : 'none'"
      stroke="var(--action)"
      stroke-width="1.8"
    />
    <g fill="var(--ink)" text-anchor="middle">
      <text
        v-for="line in lines"
        :key="line.y"
        :y="line.y"
        font-weight="600"
        :font-size="lines.length > 1 ? 24 : 30"
        data-test="count-said"
      >
        {{ line.words }}
      </text>
      <text :y="size / 2.7" font-weight="700" :font-size="size" class="numerals">{{ count.number }}</text>
      <text y="96" font-size="32">{{ count.unit }}</text>
    </g>
  </svg>
</template>
