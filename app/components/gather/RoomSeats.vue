<script setup lang="ts">
import type { Seat } from '~/components/gather/RoomRing.vue'
import { whoFit } from '~~/core/room/seatRoom'
import { counted, joined } from '~~/core/sentence'

/** The room with everybody's place, why each one sits where, and what a change by hand breaks. */
const { stations, selected } = defineProps<{ stations: Seat[]; selected: string }>()
const emit = defineEmits<{ select: [id: string] }>()
const meeting = useMeeting()
const { room, seated, kind, byHand, reasonsOf, swap } = useSeats()
const broken = ref<string[]>([])
const nameOf = (id: string) => stations.find((station) => station.id === id)?.name ?? ''
/** Drawn are those who have a place. */
const fitting = computed(() => (seated.value ? whoFit(seated.value, room.value, kind.value) : null))
const withoutWords = computed(() => {
  const without = fitting.value?.without ?? []
  if (without.length === 0) return ''
  const names =
    without.length > 8
      ? `${joined(without.slice(0, 7).map(nameOf))} and ${without.length - 7} more`
      : joined(without.map(nameOf))
  return `${counted(without.length, 'person has', 'people have')} no place in the picture: ${names}.`
})
const KINDS = { ring: 'a ring', horseshoe: 'a horseshoe', 'two-arcs': 'two arcs' } as const
const unmet = computed(() =>
  seated.value
    ? seated.value.order.flatMap((id) =>
        reasonsOf(id)
          .filter((reason) => !reason.isMet)
          .map((reason) => `${nameOf(id)}: ${reason.words}`),
      )
    : [],
)
const isMeasured = computed(() => meeting.opened.venue.isMeasured)
const fitWords = computed(() => {
  if (!seated.value) return ''
  const { layout } = seated.value
  return layout.fits
    ? `All fit in ${KINDS[layout.kind]}; ${layout.spareM.toFixed(1)} m are spare.`
    : `Not all fit: ${Math.abs(Math.min(0, layout.spareM)).toFixed(1)} m are missing in ${KINDS[layout.kind]}. ` +
        (isMeasured.value ? 'Take a larger room, or fewer mats.' : 'The room’s size is a guess: measure it first.')
})
const gapWords = computed(() => {
  const gap =
    seated.value && !byHand.value && seated.value.cost > seated.value.atLeast + 0.01
      ? seated.value.cost - seated.value.atLeast
      : 0
  return gap > 0 ? `Friends are as near as was found; no order is better by more than ${gap.toFixed(1)} m.` : ''
})
function exchange(a: string, b: string): void {
  broken.value = swap(a, b)
}
</script>

<template>
  <section aria-label="The room" class="space-y-2">
    <RoomRing
      v-if="fitting && fitting.shown.order.length > 0"
      :room="room"
      :seated="fitting.shown"
      :stations="stations"
      :selected="selected"
      :helpers="meeting.opened.circle.helpers - 1"
      @select="emit('select', $event)"
      @swap="exchange"
    />
    <div class="flex flex-wrap items-center gap-2 text-[0.94rem]">
      <p
        class="text-faint flex-1 min-w-56"
        :class="seated && !seated.layout.fits && isMeasured ? 'text-stop font-semibold' : ''"
        data-test="room-fits"
      >
        {{ fitWords }}
      </p>
      <select v-model="kind" class="field w-40 py-1" aria-label="Layout">
        <option :value="undefined">what fits</option>
        <option v-for="(words, key) in KINDS" :key="key" :value="key">{{ words }}</option>
      </select>
      <button v-if="byHand" class="button" @click="((broken = []), meeting.seat(null))">Seat them anew</button>
    </div>
    <p v-if="withoutWords" class="text-[0.94rem]" data-test="without-place">{{ withoutWords }}</p>
    <p v-if="broken.length > 0" class="border-l-4 border-mark pl-3" role="status" data-test="broken">
      That change breaks: {{ broken.join('; ') }}
    </p>
    <ul v-if="reasonsOf(selected).length > 0" class="text-[0.94rem]">
      <li v-for="reason in reasonsOf(selected)" :key="reason.words">
        <span aria-hidden="true">{{ reason.isMet ? '✓' : '–' }}</span> {{ reason.words }}
      </li>
    </ul>
    <p v-else-if="withoutWords === '' && unmet.length > 0" class="text-[0.94rem] text-faint">
      Not met: {{ unmet.join('; ') }}
    </p>
    <p v-if="gapWords" class="text-[0.88rem] text-faint">{{ gapWords }}</p>
    <p class="text-[0.88rem] text-faint">
      Drag one place onto another to exchange them; with the keyboard Alt ← and Alt →. Beds and mats to scale, the
      venue’s own plan of the room first.
    </p>
  </section>
</template>
