<script setup lang="ts">
import { calledName } from '~/words/tierWords'
import type { Station } from '~/components/CircleRing.vue'

/** Gather: who came, how each one is today, and what that makes of the plan for them. */
const meeting = useMeeting()
const people = computed(() => meeting.view!.people)
const selected = ref(people.value[0]?.id ?? '')
const person = computed(() => people.value.find((other) => other.id === selected.value))
const came = computed(() => people.value.filter((other) => meeting.arrivalOf(other.id).came).length)

const stations = computed(() => people.value.map((other): Station => {
  const arrival = meeting.arrivalOf(other.id)
  const rider = meeting.riders.get(other.id)!
  const levels = rider.offers.flatMap((offers) => offers.flatMap((offer) => (offer.variation && offer.kind === 'movement' ? [offer.variation.level] : [])))
  const usual = levels.length === 0 ? null : Math.round(levels.reduce((sum, level) => sum + level, 0) / levels.length)
  const marks = [arrival.dizzy ? 'dizzy' : '', arrival.ill ? 'ill' : '', (arrival.pain ?? 0) >= 4 ? `pain ${arrival.pain}` : '']
  return { id: other.id, name: calledName(other.name), tier: rider.today.tier, level: usual, came: arrival.came, mark: marks.filter((mark) => mark !== '').join(', ') }
}))

function stepBy(by: number): void {
  const at = people.value.findIndex((other) => other.id === selected.value)
  selected.value = people.value[Math.max(0, Math.min(people.value.length - 1, at + by))]?.id ?? ''
}
function change(key: 'came' | 'tired' | 'sore' | 'dizzy' | 'ill'): void {
  const arrival = meeting.arrivalOf(selected.value)
  meeting.sayArrival(selected.value, { ...arrival, came: true, [key]: !arrival[key] })
}
function setPain(pain: number): void {
  meeting.sayArrival(selected.value, { ...meeting.arrivalOf(selected.value), came: true, pain })
}
useKeys([
  { press: 'ArrowDown', shown: '↓', does: 'Next person', run: () => stepBy(1) },
  { press: 'ArrowUp', shown: '↑', does: 'Person before', run: () => stepBy(-1) },
  { press: 'h', does: 'Here, or not', run: () => change('came') },
  { press: 't', does: 'Tired', run: () => change('tired') },
  { press: 's', does: 'Sore from last time', run: () => change('sore') },
  { press: 'd', does: 'Dizzy', run: () => change('dizzy') },
  { press: 'i', does: 'Ill', run: () => change('ill') },
  ...Array.from({ length: 10 }, (_, pain) => ({ press: String(pain), shown: String(pain), does: `Pain ${pain} of 10`, run: () => setPain(pain) })),
])
</script>

<template>
  <div class="space-y-4">
    <MeetingHead><OutboxNote /></MeetingHead>
    <h1 class="sr-only">Gather</h1>
    <p class="border-l-4 border-mark pl-3 max-w-4xl">Before the start: chairs without wheels on a floor that grips, against the wall where they are pushed; space all round; doors shut; water at hand. New chest pain, weakness, fall or faint since last time: does not take part today.</p>
    <div v-if="people.length === 0" class="py-16 text-center space-y-4">
      <p class="text-xl">Nobody belongs to this circle yet.</p>
      <NuxtLink to="/practice" class="button button-main">Choose its people</NuxtLink>
    </div>
    <div v-else class="grid gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,46rem)_minmax(0,1fr)] items-start">
      <div>
        <p class="mb-2 text-faint" aria-live="polite">{{ came }} of {{ people.length }} are here.</p>
        <div class="overflow-x-auto">
          <table class="w-full border-collapse">
            <thead class="text-left text-[0.88rem] text-faint"><tr><th class="pl-2 font-normal">Who is here</th><th class="font-normal px-1">Pain now</th><th class="font-normal px-1" colspan="4">Today</th><th class="font-normal px-2">So</th></tr></thead>
            <tbody class="divide-y divide-line">
              <ArrivalRow v-for="other in people" :key="other.id" :person="other" :arrival="meeting.arrivalOf(other.id)" :rider="meeting.riders.get(other.id)!" :selected="other.id === selected" @select="selected = other.id" @change="(selected = other.id), meeting.sayArrival(other.id, $event)" />
            </tbody>
          </table>
        </div>
      </div>
      <div class="space-y-6 min-w-0">
        <CircleRing :stations="stations" :selected="selected" :centre="`${came} here`" class="mx-auto max-w-[20rem]" @select="selected = $event" />
        <PersonOffers v-if="person" :key="person.id" :person="person" :rider="meeting.riders.get(person.id)!" />
      </div>
    </div>
    <div class="flex justify-end"><NuxtLink :to="`/meetings/${meeting.view!.meeting.id}/lead`" class="button button-main">On to Lead</NuxtLink></div>
  </div>
</template>
