<script setup lang="ts">
import { grouped } from '~~/core/grouped'
import type { Evidence } from '~~/core/reflect/evidence'

/**
 * The last meetings' outcomes against their targets: a column a meeting, left and right beside each other, a line at
 * the target.
 */
const { recent } = defineProps<{ recent: Evidence[] }>()
const WIDTH = 108
const TARGET_Y = 8
const FLOOR_Y = 38
const BAR = 9

const columns = computed(() =>
  [...grouped(recent, (entry) => entry.meetingId).values()].map((own, at) => ({
    x: 8 + at * 25,
    bars: ['left', 'both', 'right']
      .flatMap((side) => own.filter((entry) => entry.side === side))
      .map((entry, index) => {
        const share = entry.achieved === null || !entry.target ? null : Math.min(1.15, entry.achieved / entry.target)
        return {
          entry,
          dx: index * (BAR + 1),
          height: share === null ? null : Math.max(1.5, share * (FLOOR_Y - TARGET_Y)),
        }
      }),
  })),
)
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
    :width="WIDTH"
    height="44"
    :viewBox="`0 0 ${WIDTH} 44`"
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
          :y="FLOOR_Y - height"
          :width="BAR"
          :height="height"
          :fill="entry.side === 'right' ? 'var(--raised)' : 'currentColor'"
          stroke="currentColor"
          stroke-width="1.2"
          :opacity="entry.form === 'slipped' ? 0.55 : 1"
        />
        <text
          v-else
          :x="column.x + dx + BAR / 2"
          :y="FLOOR_Y - 4"
          text-anchor="middle"
          font-size="13"
          fill="currentColor"
        >
          ?
        </text>
        <text
          v-if="entry.form === 'slipped'"
          :x="column.x + dx + BAR / 2"
          :y="FLOOR_Y - 3"
          text-anchor="middle"
          font-size="10"
          font-weight="700"
          :fill="entry.side === 'right' ? 'currentColor' : 'var(--raised)'"
        >
          ~
        </text>
      </template>
    </g>
    <line
      x1="4"
      :x2="WIDTH - 2"
      :y1="TARGET_Y"
      :y2="TARGET_Y"
      stroke="var(--ink)"
      stroke-width="1"
      stroke-dasharray="3 3"
    />
    <line x1="4" :x2="WIDTH - 2" :y1="FLOOR_Y" :y2="FLOOR_Y" stroke="var(--line)" stroke-width="1" />
  </svg>
</template>
