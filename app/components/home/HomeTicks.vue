<script setup lang="ts">
import { addDays, format, formatISO, startOfWeek } from 'date-fns'
import { tickHome, type StoredHomePractice } from '~~/core/contract/homePractice'
import { entryAt } from '~~/core/entries'

/** The days that are ticked, the last four weeks: tapped from a sheet that was brought back, or told. */
const { id, stored, home } = defineProps<{ id: string; stored: StoredHomePractice; home: ReturnType<typeof useHome> }>()
const { catalogue } = storeToRefs(useCatalogue())
const nameOf = (movement: string) => catalogue.value.movements.get(movement)?.name ?? movement
const today = formatISO(new Date(), { representation: 'date' })
const DAYS = 28
const days = computed(() => {
  const monday = startOfWeek(new Date(), { weekStartsOn: 1 })
  return Array.from({ length: DAYS }, (_, at) => addDays(monday, at - DAYS + 7)).map((day) => ({
    iso: formatISO(day, { representation: 'date' }),
    day,
  }))
})
/** What a tick says, from the first tap on: done, then how it was, then nothing again. */
const TICKS = [
  { done: false, how: null, mark: '', words: 'not ticked' },
  { done: true, how: null, mark: '✓', words: 'done' },
  { done: true, how: 'easy', mark: '+', words: 'done, easy' },
  { done: true, how: 'hard', mark: '−', words: 'done, hard' },
  { done: true, how: 'hurt', mark: '!', words: 'done, it hurt' },
] as const
function tickOn(movement: string, day: string): (typeof TICKS)[number] {
  if (!stored.ticks[movement]?.includes(day)) return TICKS[0]
  const how = stored.how[movement]?.[day]
  return TICKS.find((tick) => tick.done && tick.how === (how === 'right' ? null : (how ?? null))) ?? TICKS[1]
}
const turnTick = (movement: string, day: string) =>
  home.trying(async () => {
    const { done, how } = entryAt(TICKS, (TICKS.indexOf(tickOn(movement, day)) + 1) % TICKS.length)
    await call(tickHome, { params: { id }, body: { movement, day, done, how } })
    await home.read()
  })
</script>

<template>
  <div class="overflow-x-auto">
    <table class="border-collapse text-[0.82rem]" data-test="ticks">
      <thead>
        <tr>
          <th />
          <th v-for="{ iso, day } in days" :key="iso" class="font-normal text-faint px-0.5">
            {{ format(day, 'd') }}<span class="sr-only"> {{ format(day, 'MMMM') }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="entry in stored.practice.entries" :key="entry.movement">
          <th scope="row" class="text-left font-semibold pr-3 whitespace-nowrap text-[0.94rem]">
            {{ nameOf(entry.movement) }}
          </th>
          <td v-for="{ iso, day } in days" :key="iso" class="p-px">
            <button
              class="block size-8 border border-line rounded"
              :class="tickOn(entry.movement, iso).done ? 'bg-action text-on-action' : 'bg-raised'"
              :disabled="iso > today"
              :aria-pressed="tickOn(entry.movement, iso).done"
              :aria-label="`${nameOf(entry.movement)}, ${format(day, 'd MMMM')}: ${tickOn(entry.movement, iso).words}`"
              @click="turnTick(entry.movement, iso)"
            >
              {{ tickOn(entry.movement, iso).mark }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
