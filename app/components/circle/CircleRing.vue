<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import type { Tier } from '~~/core/catalogue/words'
import { TIERS } from '~~/core/catalogue/words'
import { ringLayout } from '~~/core/circle/ringLayout'
import { joined } from '~~/core/sentence'
import type { Mark } from '~/components/figures/MarkGlyph.vue'
import { TIER_NAMES } from '~/words/tiers'

/** The circle from above: stations at the rim, tier by shape, level by fill; whoever leads stands in it. */
export interface Station {
  id: string
  name: string
  /** Where they work; null: that is not sure yet. */
  tier: Tier | null
  level: number | null
  mark?: { kind: Mark; words: string } | null
}
const {
  stations,
  selected = null,
  centre = 'you',
} = defineProps<{
  stations: Station[]
  selected?: string | null
  /** Who stands in the middle. */
  centre?: string
}>()
const emit = defineEmits<{ select: [id: string] }>()

const frame = useTemplateRef<HTMLElement>('frame')
const { width } = useElementSize(frame)
const WIDEST_PX = 700
const layout = computed(() =>
  ringLayout(
    stations.map(({ name }) => name),
    Math.min(WIDEST_PX, width.value || WIDEST_PX),
  ),
)
const view = computed(() => {
  const { x, y } = layout.value.reach
  return { box: `${-x} ${-y} ${2 * x} ${2 * y}`, width: 2 * x }
})
const places = computed(() =>
  stations.flatMap((station, at) => {
    const place = layout.value.places[at]
    return place ? [{ station, ...place }] : []
  }),
)
/** In a small ring the marks have the room. */
const COUNTS_FROM_PX = 130
const counts = computed(() =>
  (layout.value.radius < COUNTS_FROM_PX ? [] : TIERS).flatMap((tier) => {
    const count = stations.filter((station) => station.tier === tier).length
    return count > 0 ? [{ tier, count }] : []
  }),
)
/** The rim between the stations; where they stand close there is none. */
const rim = computed(() => {
  const { radius } = layout.value
  const [count, size] = [places.value.length, places.value[0]?.size ?? 0]
  if (count < 2) return `M 0 ${-radius} A ${radius} ${radius} 0 1 1 -0.01 ${-radius}`
  const [step, gap] = [(2 * Math.PI) / count, (size * 0.72) / radius]
  const point = (angle: number) => `${radius * Math.sin(angle)} ${-radius * Math.cos(angle)}`
  if (step <= 2 * gap) return ''
  return places.value
    .map((_, at) => `M ${point(at * step + gap)} A ${radius} ${radius} 0 0 1 ${point((at + 1) * step - gap)}`)
    .join(' ')
})
/** In the middle: two beside each other, below whoever leads. */
const COUNT = { acrossPx: 58, downPx: 44, firstPx: 58 }
const countAt = (at: number) => ({
  x: counts.value.length === 1 ? 0 : (at % 2 === 0 ? -1 : 1) * COUNT.acrossPx * shrink.value,
  y: (COUNT.firstPx + Math.floor(at / 2) * COUNT.downPx) * shrink.value,
})
/** Of a small ring the middle is small too. */
const shrink = computed(() => Math.min(1, layout.value.radius / 200))
const id = useId()
const moreOf = ({ tier, level, mark }: Station) =>
  joined([tier && TIER_NAMES[tier], level === null ? '' : `level ${level}`, mark?.words ?? ''])
</script>

<template>
  <div ref="frame">
    <svg
      :viewBox="view.box"
      class="mx-auto block max-w-full"
      :width="view.width"
      role="group"
      aria-label="The circle from above"
    >
      <path :d="rim" fill="none" stroke="var(--line)" stroke-width="2" stroke-linecap="round" />
      <circle :r="13 * shrink" cy="-14" fill="var(--action)" />
      <text :y="22 * shrink" text-anchor="middle" font-size="16" fill="var(--faint)">{{ centre }}</text>
      <g
        v-for="({ tier, count }, at) in counts"
        :key="tier"
        :transform="`translate(${countAt(at).x} ${countAt(at).y})`"
      >
        <g :transform="`translate(${-38 * shrink} ${-18 * shrink})`">
          <TierGlyph :tier="tier" :size="36 * shrink" :label="TIER_NAMES[tier]" />
        </g>
        <text x="8" text-anchor="start" dominant-baseline="central" font-size="20" font-weight="650" fill="var(--ink)">
          {{ count }}
        </text>
      </g>
      <g
        v-for="{ station, x, y, size, name, mark } in places"
        :key="station.id"
        role="button"
        tabindex="0"
        :aria-describedby="`${id}-${station.id}`"
        :aria-pressed="selected === station.id"
        class="cursor-pointer station"
        @click="emit('select', station.id)"
        @keydown.enter="emit('select', station.id)"
        @keydown.space.prevent="emit('select', station.id)"
      >
        <desc :id="`${id}-${station.id}`">{{ moreOf(station) }}</desc>
        <circle
          class="ground"
          :cx="x"
          :cy="y"
          :r="size * 0.62"
          :fill="selected === station.id ? 'var(--action-soft)' : 'transparent'"
          :stroke="selected === station.id ? 'var(--action)' : 'transparent'"
          stroke-width="3"
        />
        <g :transform="`translate(${x - size / 2} ${y - size / 2})`" aria-hidden="true">
          <TierGlyph v-if="station.tier" :tier="station.tier" :level="station.level" :size="size" />
          <g v-else>
            <circle
              :cx="size / 2"
              :cy="size / 2"
              :r="size / 2 - 2"
              fill="var(--mark-soft)"
              stroke="var(--ink)"
              stroke-width="2"
              stroke-dasharray="4 3"
            />
            <text
              :x="size / 2"
              :y="size / 2"
              text-anchor="middle"
              dominant-baseline="central"
              :font-size="size / 2"
              font-weight="750"
              fill="var(--ink)"
            >
              ?
            </text>
          </g>
        </g>
        <text
          class="called"
          :x="name.x"
          :y="name.y"
          :text-anchor="name.anchor"
          :dominant-baseline="name.isCentred ? 'central' : 'auto'"
          :transform="name.turnDeg === 0 ? undefined : `rotate(${name.turnDeg} ${name.x} ${name.y})`"
          :font-size="name.px"
          font-weight="600"
          fill="var(--ink)"
        >
          {{ name.text }}
        </text>
        <g
          v-if="station.mark"
          class="mark"
          :transform="`translate(${mark.x - mark.size / 2} ${mark.y - mark.size / 2})`"
          aria-hidden="true"
        >
          <MarkGlyph :mark="station.mark.kind" :size="mark.size" />
        </g>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.station:focus-visible {
  outline: none;
}
.station:focus-visible > .ground {
  stroke: var(--action);
  stroke-width: 3;
}
</style>
