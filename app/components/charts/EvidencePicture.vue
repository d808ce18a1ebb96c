<script setup lang="ts">
import { grouped } from '~~/core/grouped'
import { format } from 'date-fns'
import type { Evidence } from '~~/core/reflect/evidence'

/**
 * The last meetings' outcomes against their targets: a column a meeting, left and right beside each other, a line at
 * the target.
 */
const { recent, large = false } = defineProps<{
  recent: Evidence[]
  /** With the dates below, the target's amount and what the bars are. */
  large?: boolean
}>()
const SMALL = { width: 108, height: 44, target: 8, floor: 38, bar: 9, step: 25, left: 8, end: 2 }
const LARGE = { width: 300, height: 108, target: 10, floor: 84, bar: 17, step: 58, left: 6, end: 62 }
const is = computed(() => (large ? LARGE : SMALL))

const columns = computed(() =>
  [...grouped(recent, (entry) => entry.meetingId).values()].map((own, at) => ({
    x: is.value.left + at * is.value.step,
    date: own[0] ? format(own[0].date, 'd MMM') : '',
    bars: ['left', 'both', 'right']
      .flatMap((side) => own.filter((entry) => entry.side === side))
      .map((entry, index) => {
        const share = entry.achieved === null || !entry.target ? null : Math.min(1.15, entry.achieved / entry.target)
        return {
          entry,
          dx: index * (is.value.bar + (large ? 4 : 1)),
          height: share === null ? null : Math.max(1.5, share * (is.value.floor - is.value.target)),
        }
      }),
  })),
)
/** What the line stands for, where all were asked the same. */
const target = computed(() => {
  const asked = new Set(recent.map((entry) => `${entry.target ?? ''}${entry.unit === 's' ? ' s' : ''}`))
  return asked.size === 1 ? [...asked][0] : ''
})
const isTwoSided = computed(() => recent.some(({ side }) => side === 'right'))
const words = computed(() =>
  recent
    .map(({ date, side, achieved, target, unit }) => {
      const amount = achieved === null ? 'amount not noted' : `${achieved} of ${target}${unit === 's' ? ' s' : ''}`
      return `${date}${side === 'both' ? '' : ` ${side}`}: ${amount}`
    })
    .join('; '),
)
</script>

<template>
  <svg
    :width="is.width"
    :height="is.height"
    :viewBox="`0 0 ${is.width} ${is.height}`"
    role="img"
    :aria-label="words"
    class="text-action shrink-0"
  >
    <title>{{ words }}</title>
    <g v-for="column in columns" :key="column.x">
      <template v-for="{ entry, dx, height } in column.bars" :key="entry.side">
        <rect
          v-if="height !== null"
          :x="column.x + dx"
          :y="is.floor - height"
          :width="is.bar"
          :height="height"
          :fill="entry.side === 'right' ? 'var(--raised)' : 'currentColor'"
          stroke="currentColor"
          stroke-width="1.2"
          :opacity="entry.form === 'slipped' ? 0.55 : 1"
        />
        <text
          v-else
          :x="column.x + dx + is.bar / 2"
          :y="is.floor - 4"
          text-anchor="middle"
          font-size="13"
          fill="currentColor"
        >
          ?
        </text>
        <text
          v-if="entry.form === 'slipped'"
          :x="column.x + dx + is.bar / 2"
          :y="is.floor - 3"
          text-anchor="middle"
          font-size="10"
          font-weight="700"
          :fill="entry.side === 'right' ? 'currentColor' : 'var(--raised)'"
        >
          ~
        </text>
      </template>
      <text v-if="large" :x="column.x" :y="is.floor + 19" font-size="15" fill="var(--faint)">{{ column.date }}</text>
    </g>
    <g v-if="large" font-size="15" fill="var(--ink)">
      <text :x="is.width - is.end + 5" :y="is.target + 5" fill="var(--faint)">{{ target }}</text>
      <template v-if="isTwoSided">
        <rect :x="is.width - is.end + 5" y="34" width="12" height="12" fill="var(--action)" />
        <text :x="is.width - is.end + 22" y="45">left</text>
        <rect
          :x="is.width - is.end + 5"
          y="56"
          width="12"
          height="12"
          fill="var(--raised)"
          stroke="var(--action)"
          stroke-width="1.6"
        />
        <text :x="is.width - is.end + 22" y="67">right</text>
      </template>
    </g>
    <line
      x1="4"
      :x2="is.width - is.end"
      :y1="is.target"
      :y2="is.target"
      stroke="var(--ink)"
      stroke-width="1"
      stroke-dasharray="3 3"
    />
    <line x1="4" :x2="is.width - is.end" :y1="is.floor" :y2="is.floor" stroke="var(--line)" stroke-width="1" />
  </svg>
</template>
