<script setup lang="ts">
import { joined } from '~~/core/sentence'
import { cameWords } from '~/words/people'
import type { Tier } from '~~/core/catalogue/words'

/** The circle from above: stations at the rim, tier by shape, level by fill; the instructor stands in it. */
export interface Station {
  id: string
  name: string
  tier: Tier
  level: number | null
  /** Here today; left out: not asked yet. */
  came?: boolean
  /** Something to look at: a word or two. */
  mark?: string
}
const {
  stations,
  selected = null,
  centre = '',
} = defineProps<{ stations: Station[]; selected?: string | null; centre?: string }>()
const emit = defineEmits<{ select: [id: string] }>()

const RIM = 168
const places = computed(() =>
  stations.map((station, at) => {
    const angle = (at / stations.length) * 2 * Math.PI
    return { station, x: RIM * Math.sin(angle), y: -RIM * Math.cos(angle) }
  }),
)
const id = useId()
/** What the name and the glyph do not say. */
const moreOf = (station: Station) => joined([cameWords(station.came), station.mark ?? ''])
</script>

<template>
  <svg viewBox="-240 -222 480 444" class="w-full max-w-[36rem]" role="group" aria-label="The circle from above">
    <circle r="168" fill="none" stroke="var(--line)" stroke-width="2" />
    <circle r="10" fill="var(--action)" />
    <text v-if="centre" y="34" text-anchor="middle" font-size="15" fill="var(--faint)">{{ centre }}</text>
    <g
      v-for="{ station, x, y } in places"
      :key="station.id"
      :transform="`translate(${x} ${y})`"
      role="button"
      tabindex="0"
      :aria-describedby="`${id}-${station.id}`"
      :aria-pressed="selected === station.id"
      class="cursor-pointer station"
      @click="emit('select', station.id)"
      @keydown.enter="emit('select', station.id)"
      @keydown.space.prevent="emit('select', station.id)"
    >
      <circle
        r="40"
        cy="1"
        :fill="selected === station.id ? 'var(--action-soft)' : 'var(--ground)'"
        :stroke="selected === station.id ? 'var(--action)' : 'transparent'"
        stroke-width="2"
      />
      <text
        y="30"
        text-anchor="middle"
        font-size="14.5"
        font-weight="550"
        fill="var(--ink)"
        :text-decoration="station.came === false ? 'none' : undefined"
      >
        {{ station.name }}
      </text>
      <g transform="translate(-22 -26)" :opacity="station.came === false ? 0.55 : 1">
        <TierGlyph :tier="station.tier" :level="station.level" :size="44" />
      </g>
      <desc :id="`${id}-${station.id}`">{{ moreOf(station) }}</desc>
      <circle v-if="station.mark" cx="20" cy="-22" r="7" fill="var(--mark)" stroke="var(--ground)" stroke-width="2" />
      <path
        v-if="station.came"
        d="M-28 -22 l5 5 l9 -10"
        fill="none"
        stroke="var(--action)"
        stroke-width="3.5"
        stroke-linecap="round"
        stroke-linejoin="round"
      />
    </g>
  </svg>
</template>

<style scoped>
.station:focus-visible {
  outline: none;
}
.station:focus-visible > circle:first-of-type {
  stroke: var(--action);
  stroke-width: 3;
}
</style>
