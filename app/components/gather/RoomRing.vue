<script setup lang="ts">
import { joined } from '~~/core/sentence'
import { cameWords } from '~/words/people'
import type { SeatedRoom } from '~~/core/room/seatRoom'
import { doorSpot } from '~~/core/room/seats'
import type { Room } from '~~/core/room/layout'
import type { Tier } from '~~/core/catalogue/words'

/**
 * The ring in its room, from above and to scale: walls, door, whoever leads and helps, and each one's place with its
 * footprint.
 */
export interface Seat {
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
  room,
  seated,
  stations,
  selected = null,
  helpers,
} = defineProps<{
  room: Room
  seated: SeatedRoom
  stations: Seat[]
  selected?: string | null
  /** Who helps, besides whoever leads. */
  helpers: number
}>()
const emit = defineEmits<{ select: [id: string]; swap: [a: string, b: string] }>()

const SCALE = 100
const WALL = 14
const svg = useTemplateRef<SVGSVGElement>('svg')
const byId = computed(() => new Map(stations.map((station) => [station.id, station])))
const places = computed(() =>
  seated.order.flatMap((id, at) => {
    const [station, place, footprint] = [byId.value.get(id), seated.layout.places[at], seated.footprints[at]]
    return station && place && footprint
      ? [{ id, station, footprint, x: place.x * SCALE, y: place.y * SCALE, turn: place.facingDeg }]
      : []
  }),
)
const door = computed(() => {
  const spot = doorSpot(room)
  const isLevel = room.door.wall === 'top' || room.door.wall === 'bottom'
  return { x: spot.x * SCALE, y: spot.y * SCALE, isLevel }
})
/** Small rooms and large ones are read from the same distance. */
const text = computed(() => Math.max(22, room.lengthM * 3.4))
const held = ref<string | null>(null)
const over = ref<string | null>(null)

function idAt(event: PointerEvent): string | null {
  const station = document.elementFromPoint(event.clientX, event.clientY)?.closest<SVGElement>('[data-station]')
  return station?.dataset.station ?? null
}
function take(id: string, event: PointerEvent): void {
  held.value = id
  svg.value?.setPointerCapture(event.pointerId)
}
function carry(event: PointerEvent): void {
  if (held.value) over.value = idAt(event)
}
function letGo(event: PointerEvent): void {
  const target = idAt(event)
  if (held.value && target && target !== held.value) emit('swap', held.value, target)
  else if (held.value) emit('select', held.value)
  held.value = over.value = null
}
/** By keyboard: the neighbour to the left or right round the room. */
function swapWith(id: string, by: number): void {
  const { order } = seated
  const other = order[(order.indexOf(id) + by + order.length) % order.length]
  if (other) emit('swap', id, other)
}
const moreOf = (station: Seat) => joined([cameWords(station.came), station.mark ?? ''])
const id = useId()
</script>

<template>
  <svg
    ref="svg"
    :viewBox="`${-WALL} ${-WALL} ${room.lengthM * SCALE + 2 * WALL} ${room.widthM * SCALE + 2 * WALL}`"
    class="w-full touch-none select-none"
    role="group"
    :aria-label="`The room from above, ${room.lengthM} by ${room.widthM} metres`"
    @pointermove="carry"
    @pointerup="letGo"
  >
    <rect
      x="0"
      y="0"
      :width="room.lengthM * SCALE"
      :height="room.widthM * SCALE"
      fill="var(--raised)"
      stroke="var(--ink)"
      stroke-width="7"
    />
    <line
      :x1="door.isLevel ? door.x - 45 : door.x"
      :y1="door.isLevel ? door.y : door.y - 45"
      :x2="door.isLevel ? door.x + 45 : door.x"
      :y2="door.isLevel ? door.y : door.y + 45"
      stroke="var(--mark)"
      stroke-width="13"
    >
      <title>The door</title>
    </line>
    <g
      v-for="place in places"
      :key="place.id"
      :transform="`translate(${place.x} ${place.y})`"
      role="button"
      tabindex="0"
      :data-station="place.id"
      :aria-describedby="`${id}-${place.id}`"
      :aria-pressed="selected === place.id"
      class="cursor-grab station"
      @pointerdown="take(place.id, $event)"
      @keydown.enter="emit('select', place.id)"
      @keydown.space.prevent="emit('select', place.id)"
      @keydown.alt.left.prevent.stop="swapWith(place.id, -1)"
      @keydown.alt.right.prevent.stop="swapWith(place.id, 1)"
    >
      <g :transform="`rotate(${place.turn})`" :opacity="place.station.came === false ? 0.5 : 1">
        <rect
          :x="(-place.footprint.widthM * SCALE) / 2 + 4"
          :y="(-place.footprint.depthM * SCALE) / 2"
          :width="place.footprint.widthM * SCALE - 8"
          :height="place.footprint.depthM * SCALE"
          rx="14"
          class="foot"
          :fill="over === place.id || selected === place.id ? 'var(--action-soft)' : 'var(--ground)'"
          :stroke="over === place.id || selected === place.id ? 'var(--action)' : 'var(--line)'"
          stroke-width="4"
        />
        <path
          :d="`M-16 ${(-place.footprint.depthM * SCALE) / 2 + 22} l16 -14 l16 14`"
          fill="none"
          stroke="var(--faint)"
          stroke-width="4"
        />
      </g>
      <g :transform="`translate(${-text * 0.9} ${-text * 1.45})`" :opacity="place.station.came === false ? 0.55 : 1">
        <TierGlyph :tier="place.station.tier" :level="place.station.level" :size="text * 1.8" />
      </g>
      <text :y="text * 1.15" text-anchor="middle" :font-size="text" font-weight="600" fill="var(--ink)">
        {{ place.station.name }}
      </text>
      <circle
        v-if="place.station.mark"
        :cx="text"
        :cy="-text * 1.2"
        :r="text * 0.36"
        fill="var(--mark)"
        stroke="var(--ground)"
        stroke-width="3"
      />
      <path
        v-if="place.station.came"
        :transform="`translate(${-text * 1.35} ${-text * 0.7}) scale(${text / 22})`"
        d="M-6 0 l5 5 l9 -10"
        fill="none"
        stroke="var(--action)"
        stroke-width="4"
        stroke-linecap="round"
        stroke-linejoin="round"
      />
      <desc :id="`${id}-${place.id}`">
        {{ [place.footprint.kind.replace('-', ' '), moreOf(place.station)].filter((words) => words !== '').join(', ') }}
      </desc>
    </g>
    <g :transform="`translate(${seated.layout.instructor.x * SCALE} ${seated.layout.instructor.y * SCALE})`">
      <circle :r="text * 0.55" fill="var(--action)" />
      <text :y="text * 1.6" text-anchor="middle" :font-size="text * 0.85" fill="var(--action)">you</text>
    </g>
    <g v-if="helpers > 0" :transform="`translate(${seated.layout.helper.x * SCALE} ${seated.layout.helper.y * SCALE})`">
      <circle :r="text * 0.42" fill="none" stroke="var(--action)" stroke-width="5" />
      <text :y="text * 1.5" text-anchor="middle" :font-size="text * 0.75" fill="var(--action)">helper</text>
    </g>
  </svg>
</template>

<style scoped>
.station:focus-visible {
  outline: none;
}
.station:focus-visible .foot {
  stroke: var(--action);
  stroke-width: 7;
}
</style>
