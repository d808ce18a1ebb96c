<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { removeSeries } from '~~/core/contract/circles'
import { format } from 'date-fns'
import type { SeriesRule } from '~~/core/calendar/series'

/** Dates: what is ahead week by week, the series it follows from, holidays, places, who waits; calendars out and in. */
const dates = useDates()
const practice = usePractice()
const { isLead } = useAccount()
await Promise.all([practice.open(), dates.open()])
const circleId = ref(practice.circles.length === 1 ? entryAt(practice.circles, 0).id : '')
const chosen = computed(() => circleId.value || practice.circles[0]?.id || '')
const series = computed(() => dates.known.series.filter((one) => one.circleId === chosen.value))
const adding = ref(false)
function ruleWords({ firstOn, time, zone, everyWeeks, until }: SeriesRule): string {
  const often = everyWeeks === 1 ? 'every week' : `every ${everyWeeks} weeks`
  const day = (on: string) => format(on, 'd MMM yyyy')
  const span = until ? `from ${day(firstOn)} until ${day(until)}` : `from ${day(firstOn)}`
  return `${format(firstOn, 'EEEE')}s at ${time} (${zone}), ${often} ${span}`
}
async function remove(id: string): Promise<void> {
  await call(removeSeries, { params: { id } })
  await dates.open()
}
async function added(): Promise<void> {
  adding.value = false
  await dates.open()
}
</script>

<template>
  <div class="space-y-8 max-w-5xl">
    <div class="flex flex-wrap items-baseline gap-4">
      <h1>Dates</h1>
      <select v-if="practice.circles.length > 1" v-model="circleId" class="field w-64" aria-label="Circle">
        <option value="">All circles</option>
        <option v-for="one in practice.circles" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </div>
    <DatesAhead :circle-id="circleId" />
    <p v-if="isLead && chosen">
      <NuxtLink :to="`/circles/${chosen}/attendance`" class="button button-quiet -ml-2.5"
        >Attendance list to print</NuxtLink
      >
    </p>
    <template v-if="isLead && chosen">
      <section aria-label="Series" class="space-y-3">
        <h2>
          Series<span v-if="practice.circles.length > 1" class="text-faint font-normal">
            of {{ practice.circles.find((one) => one.id === chosen)?.name }}</span
          >
        </h2>
        <ul v-if="series.length > 0" class="divide-y divide-line">
          <li v-for="one in series" :key="one.id" class="flex flex-wrap gap-4 items-center py-1">
            <span class="flex-1">{{ ruleWords(one.rule) }}</span><button
              class="button button-quiet"
              @click="remove(one.id)"
            >
              End the series
            </button>
          </li>
        </ul>
        <SeriesForm v-if="adding || series.length === 0" :key="chosen" :circle-id="chosen" @saved="added" /><button
          v-else
          class="button"
          @click="adding = true"
        >
          Add another series
        </button>
      </section>
      <section aria-label="Places" class="space-y-3">
        <h2>Places and who waits</h2>
        <WaitingList :key="chosen" :circle-id="chosen" />
      </section>
      <section aria-label="Holidays" class="space-y-3">
        <h2>Holidays</h2>
        <HolidayList />
      </section>
      <section aria-label="Calendar files" class="space-y-3">
        <h2>Calendar files</h2>
        <CalendarFile :key="chosen" :circle-id="chosen" />
      </section>
    </template>
  </div>
</template>
