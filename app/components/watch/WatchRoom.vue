<script setup lang="ts">
import type { ScreenView } from '~~/core/contract/watch'
import { doorSpot } from '~~/core/room/seats'

/**
 * The room from above, for whoever comes in and looks for their place: places with first names, the door, the leader.
 */
const { seats, people } = defineProps<{
  seats: NonNullable<ScreenView['seats']>
  people: ScreenView['shown']['people']
}>()
const SCALE = 100
const text = computed(() => Math.max(24, seats.room.lengthM * 3.6))
const byKey = computed(() => new Map(people.map((person) => [person.key, person])))
const door = computed(() => {
  const { wall } = seats.room.door
  const { x, y } = doorSpot(seats.room)
  return { x: x * SCALE, y: y * SCALE, isLevel: wall === 'top' || wall === 'bottom' }
})
</script>

<template>
  <svg
    :viewBox="`-10 -10 ${seats.room.lengthM * SCALE + 20} ${seats.room.widthM * SCALE + 20}`"
    class="w-full h-full"
    role="img"
    aria-label="The room from above"
    data-test="watch-room"
  >
    <rect
      :width="seats.room.lengthM * SCALE"
      :height="seats.room.widthM * SCALE"
      fill="var(--raised)"
      stroke="var(--line)"
      stroke-width="6"
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
    <g v-for="place in seats.places" :key="place.key" :transform="`translate(${place.x * SCALE} ${place.y * SCALE})`">
      <rect
        :transform="`rotate(${place.facingDeg})`"
        :x="(-place.widthM * SCALE) / 2 + 4"
        :y="(-place.depthM * SCALE) / 2"
        :width="place.widthM * SCALE - 8"
        :height="place.depthM * SCALE"
        rx="14"
        fill="var(--ground)"
        stroke="var(--line)"
        stroke-width="4"
      />
      <g :transform="`translate(${-text * 0.8} ${-text * 1.4})`">
        <TierGlyph :tier="byKey.get(place.key)?.tier ?? 'chair'" :level="null" :size="text * 1.6" />
      </g>
      <text :y="text * 1.2" text-anchor="middle" :font-size="text" font-weight="600" fill="var(--ink)">
        {{ byKey.get(place.key)?.name }}
      </text>
    </g>
    <circle :cx="seats.instructor.x * SCALE" :cy="seats.instructor.y * SCALE" :r="text * 0.5" fill="var(--action)" />
  </svg>
</template>
