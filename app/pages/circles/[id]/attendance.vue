<script setup lang="ts">
import { wallWords } from '~~/core/calendar/wall'
import { TIER_NAMES } from '~/words/tiers'

/**
 * The list that lies at the door: everybody with a telephone number and whom to call, and a box for each date ahead.
 */
const id = String(useRoute().params.id)
const practice = usePractice()
const dates = useDates()
await Promise.all([practice.open(), dates.open()])
const circle = computed(() => practice.circles.find((one) => one.id === id))
const venue = computed(() => practice.venues.find((one) => one.id === circle.value?.venueId))
const DATES_SHOWN = 8
const ahead = computed(() =>
  dates.known.lines.filter((line) => line.circleId === id && line.state === 'open').slice(0, DATES_SHOWN),
)
const people = computed(() =>
  (circle.value?.members ?? [])
    .flatMap((member) => practice.people.filter((person) => person.id === member))
    .toSorted((a, b) => a.name.localeCompare(b.name)),
)
/** Empty lines for whoever comes besides. */
const GUESTS = 4
function print(): void {
  window.print()
}
</script>

<template>
  <div class="paper space-y-3">
    <div class="no-print flex gap-3 items-center">
      <NuxtLink to="/dates" class="button">Back to Dates</NuxtLink
      ><button class="button button-main" @click="print">Print</button
      ><span class="text-faint"
        >The list that lies at the door. It holds names and numbers: do not leave it there.</span
      >
    </div>
    <header class="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-1">
      <h1 class="text-2xl">{{ circle?.name }}</h1>
      <p>Attendance</p>
      <p class="text-faint">{{ venue?.name }}</p>
    </header>
    <p v-if="ahead.length === 0">No date is ahead: say when the circle meets, under Dates.</p>
    <div class="overflow-x-auto" tabindex="0" role="region" aria-label="Attendance">
      <table class="border-collapse w-full" data-test="attendance">
        <thead>
          <tr class="text-left align-bottom">
            <th class="py-1 pr-3">Name</th>
            <th class="py-1 pr-3">Telephone</th>
            <th class="py-1 pr-3">Whom to call</th>
            <th
              v-for="line in ahead"
              :key="`${line.on} ${line.meetingId}`"
              class="px-1 py-1 font-normal numerals text-center"
            >
              {{ wallWords(line.startsAt, line.zone, 'd MMM') }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="person in people" :key="person.id" class="border-t border-line">
            <th scope="row" class="text-left font-semibold py-1.5 pr-3 whitespace-nowrap">
              {{ person.name
              }}<span class="text-faint font-normal">, {{ TIER_NAMES[person.homeTier].toLowerCase() }}</span>
            </th>
            <td class="pr-3 whitespace-nowrap">{{ person.telephone }}</td>
            <td class="pr-3">{{ person.emergencyContact }}</td>
            <td v-for="line in ahead" :key="`${line.on} ${line.meetingId}`" class="px-1 text-center">
              <span class="inline-block size-6 border-2 border-ink rounded" aria-hidden="true" /><span class="sr-only"
                >to tick</span
              >
            </td>
          </tr>
          <tr v-for="guest in GUESTS" :key="guest" class="border-t border-line h-10">
            <th scope="row" class="text-left font-normal text-faint">
              {{ guest === 1 ? 'Who comes besides' : '' }}<span v-if="guest > 1" class="sr-only">A free line</span>
            </th>
            <td />
            <td />
            <td v-for="line in ahead" :key="`${line.on} ${line.meetingId}`" class="px-1 text-center">
              <span class="inline-block size-6 border-2 border-ink rounded" aria-hidden="true" />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>
