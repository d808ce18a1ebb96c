<script setup lang="ts">
import { joined } from '~~/core/sentence'
import { withNumber } from '~~/core/circle/emergencyNumber'
import { entryAt, entryOf } from '~~/core/entries'
import { doorQuestion } from '~~/core/catalogue/redFlags'
import { News } from '~~/core/offer/person'
import { GATHER_KEYS as KEYS } from '~/keys'
import { calledName } from '~/words/tiers'
import type { Seat } from '~/components/gather/RoomRing.vue'

/** Gather: who came, how each one is today, what that makes of the plan for them, where they sit, what lies ready. */
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const people = computed(() => meeting.opened.people)
const selected = ref(people.value[0]?.id ?? '')
const person = computed(() => people.value.find((other) => other.id === selected.value))
const came = computed(() => people.value.filter((other) => meeting.arrivalOf(other.id).came).length)
const leadAt = computed(() => `/meetings/${meeting.opened.meeting.id}/lead`)
const AT_A_RED_FLAG =
  'Sit or lay them down, somebody stays with them, call the local emergency number, follow the venue’s plan.'
const VIEWS = { door: 'At the door', offers: 'Today’s offers', props: 'Props' } as const
const shown = ref<keyof typeof VIEWS>('door')
const block = ref(meeting.planned.blocks[0]?.id ?? '')
const flagged = computed(() => people.value.filter((other) => meeting.arrivalOf(other.id).news === 'red-flag'))
/** Who would only breathe in something, before the class and not in it. */
const without = computed(() => {
  const counts = new Map<string, number>()
  for (const check of meeting.checks)
    if (check.kind === 'left-out') for (const id of check.people) counts.set(id, (counts.get(id) ?? 0) + 1)
  return [...counts].map(
    ([id, count]) => `${meeting.calledOf(id)} in ${count} ${count === 1 ? 'movement' : 'movements'}`,
  )
})

const stations = computed(() =>
  people.value.map((other): Seat => {
    const arrival = meeting.arrivalOf(other.id)
    const rider = entryOf(meeting.riders, other.id)
    const levels = rider.offers.flatMap((offers) =>
      offers.flatMap((offer) => (offer.variation && offer.kind === 'movement' ? [offer.variation.level] : [])),
    )
    const usual = levels.length === 0 ? null : Math.round(levels.reduce((sum, level) => sum + level, 0) / levels.length)
    const marks = [
      arrival.dizzy ? 'dizzy' : '',
      arrival.ill ? 'ill' : '',
      (arrival.pain ?? 0) >= catalogue.value.judgement.pain.eases ? `pain ${arrival.pain}` : '',
      arrival.news === 'none' ? '' : arrival.news,
    ]
    return {
      id: other.id,
      name: calledName(other.name),
      tier: rider.today.tier,
      level: usual,
      came: arrival.came,
      mark: joined(marks),
    }
  }),
)

function stepBy(by: number): void {
  const at = people.value.findIndex((other) => other.id === selected.value)
  selected.value = people.value[Math.max(0, Math.min(people.value.length - 1, at + by))]?.id ?? ''
}
function change(key: 'came' | 'tired' | 'sore' | 'dizzy' | 'ill' | 'late'): void {
  const arrival = meeting.arrivalOf(selected.value)
  meeting.sayArrival(selected.value, { ...arrival, came: true, [key]: !arrival[key] })
}
/** Everybody who is not ticked yet; who said how they are keeps it. */
function allHere(): void {
  meeting.sayCame(people.value.flatMap(({ id }) => (meeting.arrivalOf(id).came ? [] : [id])))
}
function nextNews(): void {
  const arrival = meeting.arrivalOf(selected.value)
  meeting.sayArrival(selected.value, {
    ...arrival,
    came: true,
    news: entryAt(News.options, (News.options.indexOf(arrival.news) + 1) % News.options.length),
  })
}
function setPain(pain: number): void {
  meeting.sayArrival(selected.value, { ...meeting.arrivalOf(selected.value), came: true, pain })
}
/** One rung up or down for the chosen person and block, by hand. */
function turn(by: number): void {
  const at = meeting.planned.blocks.findIndex((one) => one.id === block.value)
  const now = meeting.riders.get(selected.value)?.offers[at]?.[0]
  const ladder = catalogue.value.movements.get(now?.movement ?? '')?.ladders[now?.tier ?? 'chair'] ?? []
  const from = ladder.findIndex((rung) => rung.level === now?.variation?.level)
  const to = from < 0 ? undefined : ladder[from + by]
  if (to) meeting.choose({ participant: selected.value, blockId: block.value, variation: to.id, reason: '' })
}
function choose(id: string, blockId: string): void {
  selected.value = id
  block.value = blockId
}
useKeys(KEYS, {
  next: () => stepBy(1),
  previous: () => stepBy(-1),
  came: () => change('came'),
  all: allHere,
  tired: () => change('tired'),
  sore: () => change('sore'),
  dizzy: () => change('dizzy'),
  ill: () => change('ill'),
  late: () => change('late'),
  news: nextNews,
  pain: setPain,
  door: () => (shown.value = 'door'),
  offers: () => (shown.value = 'offers'),
  props: () => (shown.value = 'props'),
  up: () => turn(1),
  down: () => turn(-1),
})
</script>

<template>
  <div class="space-y-3 -mt-5 -mb-5">
    <MeetingHead />
    <h1 class="sr-only">Gather</h1>
    <p class="border-l-4 border-mark pl-3 max-w-5xl text-[0.94rem] leading-snug">
      Before the start: chairs without wheels on a floor that grips, against the wall where they are pushed; space all
      round; doors shut; water at hand. New since last time — {{ doorQuestion(catalogue.redFlags) }}: does not take part
      today.
    </p>
    <div v-for="other in flagged" :key="other.id" class="bg-stop-soft border-l-4 border-stop px-4 py-3" role="alert">
      <strong class="font-semibold">{{ other.name }} does not take part.</strong>
      {{ withNumber(AT_A_RED_FLAG, meeting.opened.venue.emergencyNumber) }}
      {{ other.emergencyContact ? `Their contact: ${other.emergencyContact}.` : '' }} {{ meeting.opened.venue.address }}
    </div>
    <div v-if="people.length === 0" class="py-16 text-center space-y-4">
      <p class="text-xl">Nobody belongs to this circle yet.</p>
      <NuxtLink to="/practice" class="button button-main">Choose its people</NuxtLink>
    </div>
    <template v-else>
      <div class="flex flex-wrap items-center gap-3">
        <div class="flex rounded-full border border-line overflow-hidden" role="group" aria-label="What is shown">
          <button
            v-for="(words, key) in VIEWS"
            :key="key"
            class="px-4 min-h-11"
            :class="shown === key ? 'bg-action-soft font-semibold' : 'hover:bg-sunk'"
            :aria-pressed="shown === key"
            @click="shown = key"
          >
            {{ words }}
          </button>
        </div>
        <p class="text-faint" aria-live="polite">{{ came }} of {{ people.length }} are here.</p>
        <button v-if="came < people.length" class="button" @click="allHere">
          All here <kbd class="key">{{ KEYS.all.shown }}</kbd>
        </button>
        <NuxtLink :to="leadAt" class="button button-main ml-auto hidden sm:inline-flex order-last">On to Lead</NuxtLink>
        <p v-if="without.length > 0" class="bg-mark-soft rounded-lg px-3 py-1 text-[0.94rem]">
          Nothing but breath for {{ without.join(', ') }}.
        </p>
      </div>
      <div
        v-if="shown === 'door'"
        class="grid gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,41rem)_minmax(0,1fr)] items-start"
      >
        <div class="space-y-4">
          <ul class="divide-y divide-line border-y border-line" aria-label="Who is here">
            <ArrivalRow
              v-for="other in people"
              :key="other.id"
              :person="other"
              :arrival="meeting.arrivalOf(other.id)"
              :rider="meeting.riders.get(other.id)!"
              :selected="other.id === selected"
              :some-came="came > 0"
              @select="selected = other.id"
              @change="((selected = other.id), meeting.sayArrival(other.id, $event))"
            />
          </ul>
          <WalkIn @joined="selected = $event" />
        </div>
        <div class="space-y-6 min-w-0">
          <RoomSeats :stations="stations" :selected="selected" @select="selected = $event" />
          <PersonOffers v-if="person" :key="person.id" :person="person" :rider="meeting.riders.get(person.id)!" />
        </div>
      </div>
      <div v-else-if="shown === 'offers'" class="grid gap-x-8 gap-y-6 xl:grid-cols-[minmax(0,1fr)_24rem] items-start">
        <OfferGrid :selected="selected" :block="block" @select="choose" />
        <PersonOffers v-if="person" :key="person.id" :person="person" :rider="meeting.riders.get(person.id)!" />
      </div>
      <PropsOutList v-else />
    </template>
    <div class="sm:hidden sticky bottom-0 z-20 -mx-5 px-5 py-2 bg-ground border-t-2 border-action flex">
      <NuxtLink :to="leadAt" class="button button-main min-h-13 flex-1">On to Lead</NuxtLink>
    </div>
  </div>
</template>
