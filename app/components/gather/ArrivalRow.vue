<script setup lang="ts">
import { joined } from '~~/core/sentence'
import type { Arrival } from '~~/core/offer/person'
import type { Participant } from '~~/core/offer/participant'
import { rememberedWords } from '~~/core/offer/remembered'
import type { RiderToday } from '~~/core/plan/riders'

/** One person at the door: came, pain, tired, sore, dizzy, ill, and what follows at a glance. */
const { person, arrival, rider, selected } = defineProps<{
  person: Participant
  arrival: Arrival
  rider: RiderToday
  selected: boolean
}>()
const emit = defineEmits<{ change: [arrival: Arrival]; select: [] }>()
const { catalogue } = storeToRefs(useCatalogue())
const NEWS: Record<Arrival['news'], string> = {
  none: 'new?',
  operation: 'operation',
  fall: 'a fall',
  faint: 'a faint',
  fracture: 'a fracture',
  'red-flag': 'red flag',
}
const AFTER = { fine: '', 'sore-a-day': '', 'sore-days': 'sore for days', worse: 'worse after' } as const
const STATES = ['tired', 'sore', 'dizzy', 'ill'] as const

function set(change: Partial<Arrival>): void {
  // Whoever says how they are today is here.
  emit('change', { ...arrival, came: true, ...change })
}
function setPain(value: string): void {
  set({ pain: value === '' ? null : Number(value) })
}
const outcome = computed(() => {
  if (!arrival.came) return ''
  const { today } = rider
  if (!today.takesPart) return 'not today'
  if (today.breathOnly) return 'breath only'
  const parts = [
    today.tier === person.homeTier ? '' : `${today.tier} today`,
    today.easierBy > 0 ? `${today.easierBy} easier` : '',
    arrival.after === null ? '' : AFTER[arrival.after],
  ]
  return joined([...parts, arrival.late ? 'late' : ''])
})
</script>

<template>
  <tr :class="selected ? 'bg-action-soft' : 'hover:bg-sunk'" :data-person="person.id" @click="emit('select')">
    <th scope="row" class="text-left font-normal py-0.5 pl-2">
      <label class="flex items-center gap-2 min-h-11 whitespace-nowrap cursor-pointer">
        <input
          type="checkbox"
          class="size-6 accent-action"
          :checked="arrival.came"
          :aria-label="`${person.name} is here`"
          @change="emit('change', { ...arrival, came: isTicked($event) })"
        />
        <TierGlyph :tier="arrival.came ? rider.today.tier : person.homeTier" :size="30" />
        <span class="font-semibold">{{ person.name }}</span>
        <span
          v-if="person.remembered.length > 0"
          class="size-2.5 rounded-full bg-stop"
          :title="person.remembered.map(rememberedWords).join(' ')"
          ><span class="sr-only">{{ person.remembered.map(rememberedWords).join(' ') }}</span></span
        >
      </label>
    </th>
    <td class="px-0.5">
      <select
        class="field w-16 px-2"
        :value="arrival.pain ?? ''"
        :aria-label="`Pain of ${person.name} on arrival, 0 to 10`"
        :class="(arrival.pain ?? 0) >= catalogue.judgement.pain.eases ? 'border-mark' : ''"
        @change="setPain(textIn($event))"
      >
        <option value="">–</option>
        <option v-for="pain in 11" :key="pain" :value="pain - 1">{{ pain - 1 }}</option>
      </select>
    </td>
    <td v-for="state in STATES" :key="state" class="px-0.5">
      <button
        class="button px-2.5"
        :class="arrival[state] ? 'button-on' : ''"
        :aria-pressed="arrival[state]"
        :aria-label="`${person.name} is ${state}`"
        @click.stop="set({ [state]: !arrival[state] })"
      >
        {{ state }}
      </button>
    </td>
    <td class="px-0.5">
      <select
        class="field w-24 px-2"
        :class="arrival.news === 'none' ? 'text-faint' : 'border-mark'"
        :value="arrival.news"
        :aria-label="`New since last time, ${person.name}`"
        @click.stop
        @change="set({ news: textIn($event) as Arrival['news'] })"
      >
        <option v-for="(words, key) in NEWS" :key="key" :value="key">{{ words }}</option>
      </select>
    </td>
    <td class="px-2 text-[0.94rem]">
      <span v-if="outcome" class="bg-mark-soft rounded px-1.5 py-0.5 whitespace-nowrap">{{ outcome }}</span>
    </td>
  </tr>
</template>
