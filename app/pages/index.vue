<script setup lang="ts">
import { rememberedWords } from '~~/core/offer/remembered'
import { joined } from '~~/core/sentence'
import { readMembers } from '~~/core/contract/circles'
import type { ReplyOf } from '~~/core/contract/route'
import { differenceInCalendarDays, format, formatISO, isAfter, isToday, subHours } from 'date-fns'
import type { Participant } from '~~/core/offer/participant'
import { inForce } from '~~/core/offer/inForce'
import { screeningDue } from '~~/core/offer/screening'
import type { Station } from '~/components/meeting/CircleRing.vue'
import { isUnreachable } from '~/live/heardOrKnown'
import { calledName } from '~/words/tiers'

/** The ring: the circle from above, what to watch, and the way into its next meeting. */
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
const meetings = computed(() => practice.meetings.filter((meeting) => meeting.circleId === circleId.value))
const next = computed(() =>
  meetings.value
    .filter(
      (meeting) =>
        isAfter(meeting.startsAt, subHours(new Date(), 12)) && meeting.stage !== 'settled' && !meeting.calledOff,
    )
    .at(-1),
)
const past = computed(() => meetings.value.filter((meeting) => meeting.id !== next.value?.id))
const people = computed(() =>
  (circle.value?.members ?? []).flatMap((id) => practice.people.filter((person) => person.id === id)),
)
const selected = ref<string | null>(null)
const person = computed(() => people.value.find((other) => other.id === selected.value))
const { catalogue } = storeToRefs(useCatalogue())

const stations = computed(() =>
  people.value.map((other): Station => {
    return {
      id: other.id,
      name: calledName(other.name),
      tier: other.homeTier,
      level: members.value.get(other.id)?.usualLevel ?? null,
      mark: markOf(other),
    }
  }),
)
const members = ref(new Map<string, ReplyOf<typeof readMembers>[number]>())
watch(
  circleId,
  async (id) => {
    if (id !== '')
      members.value = new Map(
        (await call(readMembers, { params: { id } })).map((member) => [member.participant, member]),
      )
  },
  { immediate: true },
)
const rememberedOf = (id: string) => members.value.get(id)?.remembered ?? []
const today = formatISO(new Date(), { representation: 'date' })
const ownOf = (id: string) => inForce(people.value.find((other) => other.id === id)?.considerations ?? [], today)
/** Why somebody is to be screened again, for those who see it. */
function dueOf(other: Participant): string | null {
  const came = members.value.get(other.id)?.lastCame
  return screeningDue(other, today, came ? differenceInCalendarDays(new Date(), came) : null, catalogue.value.judgement)
}
/** What holds somebody to breath until a clearance has come. */
const waitsOf = (id: string) =>
  ownOf(id)
    .map((own) => ({ own, row: catalogue.value.considerations.get(own.consideration) }))
    .filter(({ own, row }) => (row?.breathOnly || row?.redFlag) && own.clearedBy === '')
    .map(({ row }) => row?.name ?? '')
    .join(', ')
function watchOf(id: string): string[] {
  const own = ownOf(id)
  return [
    ...new Set(own.flatMap(({ consideration }) => catalogue.value.considerations.get(consideration)?.watch ?? [])),
  ]
}
const noteOf = (other: Participant) =>
  joined(
    [
      waitsOf(other.id) && `${waitsOf(other.id)}: breath only until cleared.`,
      dueOf(other) && `To be screened: ${dueOf(other)}`,
      ...rememberedOf(other.id).map(rememberedWords),
      ...watchOf(other.id),
    ],
    ' ',
  )
const STAGES = { prepare: 'to prepare', lead: 'begun', reflect: 'to reflect on', settled: 'decided' }
const STAGE_PAGES = computed(() => {
  const last = isLead.value ? 'reflect' : 'gather'
  return { prepare: 'prepare', lead: 'lead', reflect: last, settled: last }
})
function markOf(other: Participant): string {
  if (waitsOf(other.id) !== '') return 'breath only until cleared'
  if (dueOf(other) !== null) return 'to be screened'
  return watchOf(other.id).length > 0 || rememberedOf(other.id).length > 0 ? 'something to watch' : ''
}
</script>

<template>
  <KeptMeetings v-if="isCut" />
  <div v-else-if="practice.circles.length === 0" class="py-16 text-center space-y-4">
    <h1>No circle yet</h1>
    <p>A circle is a group that meets regularly in a venue. Begin with the venue, then its people.</p>
    <NuxtLink to="/practice" class="button button-main">Set up the first circle</NuxtLink>
  </div>
  <div v-else class="grid gap-10 lg:grid-cols-[minmax(0,36rem)_minmax(0,1fr)] items-start">
    <div>
      <div class="flex flex-wrap items-baseline gap-4">
        <h1>{{ circle?.name }}</h1>
        <select v-if="practice.circles.length > 1" v-model="circleId" class="field w-60" aria-label="Circle">
          <option v-for="other in practice.circles" :key="other.id" :value="other.id">{{ other.name }}</option>
        </select>
      </div>
      <CircleRing
        :stations="stations"
        :selected="selected"
        :centre="`${people.length} people`"
        @select="selected = selected === $event ? null : $event"
      />
      <p class="text-faint text-[0.94rem]">
        Shape: where they usually work. Fill: the level, from 1 (rested) to 5 (loaded). A yellow dot: something to
        watch, or a screening that is due.
      </p>
    </div>
    <div class="space-y-8">
      <section v-if="next" aria-label="The next meeting" class="space-y-3">
        <h2>
          {{ isToday(next.startsAt) ? 'Today' : format(next.startsAt, 'EEEE d MMMM') }},
          {{ format(next.startsAt, 'HH:mm') }}
        </h2>
        <p class="text-xl">
          {{ next.title || 'No title yet'
          }}<span class="text-faint">, {{ next.blocks }} {{ next.blocks === 1 ? 'block' : 'blocks' }}</span>
        </p>
        <div class="flex flex-wrap gap-2">
          <NuxtLink
            :to="`/meetings/${next.id}/prepare`"
            class="button"
            :class="next.stage === 'prepare' ? 'button-main' : ''"
            >Prepare</NuxtLink
          >
          <NuxtLink :to="`/meetings/${next.id}/gather`" class="button">Gather</NuxtLink>
          <NuxtLink :to="`/meetings/${next.id}/lead`" class="button" :class="next.stage === 'lead' ? 'button-main' : ''"
            >Lead</NuxtLink
          >
          <NuxtLink
            v-if="isLead"
            :to="`/meetings/${next.id}/reflect`"
            class="button"
            :class="next.stage === 'reflect' ? 'button-main' : ''"
            >Reflect</NuxtLink
          >
        </div>
      </section>
      <section v-else class="space-y-3">
        <h2>No meeting ahead</h2>
        <NuxtLink to="/dates" class="button button-main">Prepare the next date</NuxtLink
        ><NuxtLink to="/plans" class="button">Plan a meeting</NuxtLink>
      </section>
      <section v-if="person" :aria-label="person.name" class="space-y-2">
        <h2>
          <NuxtLink :to="`/people/${person.id}`" class="underline underline-offset-4">{{ person.name }}</NuxtLink>
        </h2>
        <p v-if="waitsOf(person.id)" class="border-l-4 border-stop pl-3">
          {{ waitsOf(person.id) }}: breath only until cleared.
        </p>
        <p v-if="dueOf(person)" class="border-l-4 border-mark pl-3">
          Screen again: {{ dueOf(person) }}
          <NuxtLink :to="`/people/${person.id}/screen`" class="underline">Screen now</NuxtLink>
        </p>
        <p v-for="words in watchOf(person.id)" :key="words" class="border-l-4 border-mark pl-3">{{ words }}</p>
        <p v-if="!isLead" class="text-faint">What is to be watched is shown in the meetings of these days.</p>
        <p v-else-if="watchOf(person.id).length === 0" class="text-faint">Nothing to watch is written down.</p>
      </section>
      <section v-else aria-label="What to watch" class="space-y-2">
        <h2>What to watch</h2>
        <template v-for="other in people" :key="other.id"
          ><p v-if="noteOf(other) !== ''" class="leading-snug">
            <button class="font-semibold hover:underline" @click="selected = other.id">
              {{ calledName(other.name) }}</button>: {{ noteOf(other) }}
          </p></template
        >
      </section>
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
              ><span class="numerals w-24">{{ format(meeting.startsAt, 'd MMM') }}</span
              ><span class="flex-1">{{ meeting.title }}</span
              ><span class="text-faint">{{ meeting.came }} came, {{ STAGES[meeting.stage] }}</span></NuxtLink
            >
          </li>
        </ul>
      </section>
    </div>
  </div>
</template>
