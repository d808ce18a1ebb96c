<script setup lang="ts">
import { wallWords } from '~~/core/calendar/wall'
import { readMembers } from '~~/core/contract/circles'
import type { ReplyOf } from '~~/core/contract/route'
import { joined } from '~~/core/sentence'
import type { Station } from '~/components/circle/CircleRing.vue'
import { isUnreachable } from '~/live/heardOrKnown'
import { calledName } from '~/words/tiers'

/** The ring: the circle from above, what comes next, what to watch; of a new practice, the way to a first class. */
const practice = usePractice()
const { isLead } = useAccount()
/** The server is not there: what is kept for these days is shown, and the practice once it answers. */
const isCut = ref(false)
try {
  await practice.open()
} catch (error) {
  if (!isUnreachable(error)) throw error
  isCut.value = true
}
const circleId = ref(practice.circles[0]?.id ?? '')
const circle = computed(() => practice.circles.find((other) => other.id === circleId.value))
const venue = computed(() => practice.venues.find((other) => other.id === circle.value?.venueId) ?? null)
const now = new Date().toISOString()
/** What was held; what is ahead stands under Dates. */
const past = computed(() =>
  practice.meetings.filter(
    (meeting) =>
      meeting.circleId === circleId.value && !meeting.calledOff && meeting.startsAt < now && meeting.came > 0,
  ),
)
const people = computed(() =>
  (circle.value?.members ?? []).flatMap((id) => practice.people.filter((person) => person.id === id)),
)
const selected = ref<string | null>(null)
const person = computed(() => people.value.find((other) => other.id === selected.value))

const members = ref(new Map<string, ReplyOf<typeof readMembers>[number]>())
async function readCircle(): Promise<void> {
  const id = circleId.value
  if (id === '') return
  const known = await call(readMembers, { params: { id } })
  if (id === circleId.value) members.value = new Map(known.map((member) => [member.participant, member]))
}
watch(circleId, readCircle, { immediate: true })
async function again(): Promise<void> {
  await practice.open()
  await readCircle()
}

const { waitsOf, dueOf, hurtOf, watchOf, markOf, notAsked } = useCircleMarks(people, members)
const stations = computed(() =>
  people.value.map((other): Station => ({
    ...{ id: other.id, name: calledName(other.name), tier: other.homeTier },
    level: members.value.get(other.id)?.usualLevel ?? null,
    mark: markOf(other),
  })),
)
const rowsOf = (wordsOf: (other: (typeof people.value)[number]) => string[]) =>
  people.value.flatMap((other) => {
    const words = joined(wordsOf(other), ' ')
    return words === '' ? [] : [{ id: other.id, name: calledName(other.name), words }]
  })
const toScreen = computed(() =>
  people.value.filter((other) => dueOf(other) !== null && !notAsked.value.includes(other)),
)
const withoutLevels = computed(() => [...members.value.values()].filter(({ usualLevel }) => usualLevel === null).length)
const STAGES = { prepare: 'to prepare', lead: 'begun', reflect: 'to reflect on', settled: 'decided' }
const STAGE_PAGES = computed(() => {
  const last = isLead.value ? 'reflect' : 'gather'
  return { prepare: 'prepare', lead: 'lead', reflect: last, settled: last }
})
const LEGEND = [
  ['hurt', 'hurt'],
  ['watch', 'to watch'],
  ['screen', 'to screen'],
  ['breath', 'breath only'],
] as const
</script>

<template>
  <KeptMeetings v-if="isCut" />
  <BeginGuide v-else-if="practice.circles.length === 0 && isLead" />
  <div v-else-if="practice.circles.length === 0" class="py-16 text-center space-y-4">
    <h1>No circle yet</h1>
    <p>A circle is a group that meets regularly. Your lead begins it; then it stands here.</p>
  </div>
  <div v-else class="grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,43rem)_minmax(0,1fr)] items-start">
    <div class="min-w-0">
      <div class="flex flex-wrap items-baseline gap-4">
        <h1>{{ circle?.name }}</h1>
        <select v-if="practice.circles.length > 1" v-model="circleId" class="field w-60" aria-label="Circle">
          <option v-for="other in practice.circles" :key="other.id" :value="other.id">{{ other.name }}</option>
        </select>
      </div>
      <p class="text-faint">{{ people.length }} {{ people.length === 1 ? 'person' : 'people' }}, {{ venue?.name }}</p>
      <CircleRing :stations="stations" :selected="selected" @select="selected = selected === $event ? null : $event" />
      <p class="text-faint text-[0.94rem] flex flex-wrap gap-x-5 gap-y-1 items-center mt-3">
        <span>Filled from below: the level, 1 to 5</span>
        <span v-for="[mark, words] in LEGEND" :key="mark" class="flex items-center gap-1.5"
          ><MarkGlyph :mark="mark" :size="20" label="" />{{ words }}</span
        >
      </p>
    </div>
    <div class="space-y-6 min-w-0">
      <NextStep :key="circleId" :circle-id="circleId" />
      <section v-if="person" :aria-label="person.name" class="space-y-2">
        <h2>
          <NuxtLink :to="`/people/${person.id}`" class="underline underline-offset-4">{{ person.name }}</NuxtLink>
        </h2>
        <p v-for="words in waitsOf(person)" :key="words" class="border-l-4 border-stop pl-3">{{ words }}</p>
        <p v-for="words in hurtOf(person)" :key="words" class="border-l-4 border-mark pl-3">{{ words }}</p>
        <p v-if="dueOf(person)" class="border-l-4 border-mark pl-3">
          {{ dueOf(person) }}
          <NuxtLink :to="`/people/${person.id}/screen`" class="underline">Screen now</NuxtLink>
        </p>
        <p v-for="words in watchOf(person)" :key="words" class="border-l-4 border-mark pl-3">{{ words }}</p>
        <p v-if="!isLead" class="text-faint">What is to be watched is shown in the meetings of these days.</p>
        <p v-else-if="markOf(person) === null" class="text-faint">Nothing to watch is written down.</p>
        <button class="button button-quiet" @click="selected = null">All of them</button>
      </section>
      <template v-else>
        <WatchList title="What hurt" mark="hurt" :rows="rowsOf(hurtOf)" @select="selected = $event" />
        <WatchList
          title="Breath only"
          mark="breath"
          :rows="rowsOf((one) => (notAsked.includes(one) ? [] : waitsOf(one)))"
          @select="selected = $event"
        />
        <WatchList title="What to watch" mark="watch" :rows="rowsOf(watchOf)" @select="selected = $event" />
        <TestsDue v-if="circle" :key="circle.id" :circle-id="circle.id" />
        <AtHomeList v-if="circle && isLead" :key="`home ${circle.id}`" :circle-id="circle.id" />
        <ThisCanWait
          v-if="circle && isLead"
          :circle="circle"
          :venue="venue"
          :not-asked="notAsked"
          :to-screen="toScreen"
          :without-levels="withoutLevels"
          @done="again"
        />
      </template>
      <section v-if="past.length > 0" aria-label="Earlier meetings">
        <h2 class="mb-1 flex items-baseline gap-4">
          Earlier<NuxtLink
            v-if="isLead"
            :to="`/circles/${circleId}/look-back`"
            class="text-[1rem] font-normal text-action underline underline-offset-4"
            >Look back</NuxtLink
          >
        </h2>
        <ul class="divide-y divide-line">
          <li v-for="meeting in past.slice(0, 6)" :key="meeting.id">
            <NuxtLink
              :to="`/meetings/${meeting.id}/${STAGE_PAGES[meeting.stage]}`"
              class="flex gap-4 py-2.5 hover:bg-sunk rounded-lg px-2"
              ><span class="numerals w-24 shrink-0">{{ wallWords(meeting.startsAt, meeting.zone, 'd MMM') }}</span
              ><span class="flex-1">{{ meeting.title }}</span
              ><span class="text-faint">{{ meeting.came }} came, {{ STAGES[meeting.stage] }}</span></NuxtLink
            >
          </li>
        </ul>
      </section>
    </div>
  </div>
</template>
