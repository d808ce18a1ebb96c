<script setup lang="ts">
import { CIRCLE_KEYS } from '~/keys'
import { wallWords } from '~~/core/calendar/wall'
import { counted } from '~~/core/sentence'
import { refusalOf } from '~/composables/useRefusal'

/** The one thing that comes next in a circle, and the way to it. */
const { circleId } = defineProps<{ circleId: string }>()
const dates = useDates()
const { isLead } = useAccount()
const { step, zone, isToday, make, making, problem } = useNextStep(() => circleId)
await dates.open().catch((error) => (problem.value = refusalOf(error).message))
const WORDS = { lead: 'Go on leading', gather: 'Gather', reflect: 'Reflect', prepare: 'Prepare', wait: 'Look it over' }
const PAGES = { lead: 'lead', gather: 'gather', reflect: 'reflect', prepare: 'prepare', wait: 'prepare' }
const whenWords = (startsAt: string) =>
  wallWords(startsAt, zone.value, isToday(startsAt) ? "'Today', HH:mm" : 'EEEE d MMMM, HH:mm')
const meeting = computed(() => ('meeting' in step.value ? step.value.meeting : null))
/** Ways into the meeting beside the one that comes next. */
const others = computed(() =>
  meeting.value
    ? (['prepare', 'gather', 'lead'] as const).filter((page) => {
        const isOver = meeting.value?.stage === 'reflect' || meeting.value?.stage === 'settled'
        return !isOver && 'meeting' in step.value && PAGES[step.value.does] !== page
      })
    : [],
)
const OTHER_WORDS = { prepare: 'Plan', gather: 'Gather', lead: 'Lead' }

useKeys(CIRCLE_KEYS, { next: () => void goOn() })
function goOn(): unknown {
  if (step.value.does === 'make') return isLead.value && make()
  if ('meeting' in step.value) return navigateTo(`/meetings/${step.value.meeting.id}/${PAGES[step.value.does]}`)
  return navigateTo(step.value.does === 'people' ? `/people/new?circle=${circleId}` : '/dates')
}
</script>

<template>
  <section aria-label="The next meeting" class="space-y-2">
    <p class="text-faint">Next</p>
    <template v-if="'meeting' in step && meeting">
      <h2 class="text-2xl">{{ whenWords(meeting.startsAt) }}</h2>
      <p>
        {{ meeting.title || 'No title yet' }}<span class="text-faint">, {{ counted(meeting.blocks, 'block') }}</span
        ><span v-if="step.does === 'reflect'" class="text-faint">, {{ meeting.came }} came</span>
      </p>
      <div class="flex flex-wrap gap-2 items-center">
        <NuxtLink :to="`/meetings/${meeting.id}/${PAGES[step.does]}`" class="button button-main min-h-13 px-6"
          >{{ WORDS[step.does] }} <kbd class="key">{{ CIRCLE_KEYS.next.shown }}</kbd></NuxtLink
        >
        <NuxtLink
          v-for="page in others"
          :key="page"
          :to="`/meetings/${meeting.id}/${page}`"
          class="button button-quiet"
          >{{ OTHER_WORDS[page] }}</NuxtLink
        >
        <NuxtLink to="/dates" class="button button-quiet">Another date</NuxtLink>
      </div>
    </template>
    <template v-else-if="step.does === 'make'">
      <h2 class="text-2xl">{{ whenWords(step.date.startsAt) }}</h2>
      <p>
        {{
          step.like
            ? `The plan of last time waits for you: ${step.like.title || 'no title'}.`
            : 'Nothing is planned yet.'
        }}
      </p>
      <div class="flex flex-wrap gap-2 items-center">
        <button v-if="isLead" class="button button-main min-h-13 px-6" :disabled="making" @click="make">
          {{ step.like ? 'Prepare next week' : 'Prepare it' }} <kbd class="key">{{ CIRCLE_KEYS.next.shown }}</kbd>
        </button>
        <NuxtLink to="/dates" class="button button-quiet">Another date</NuxtLink>
      </div>
    </template>
    <template v-else-if="step.does === 'people'">
      <h2 class="text-2xl">Nobody is in this circle yet</h2>
      <NuxtLink :to="`/people/new?circle=${circleId}`" class="button button-main min-h-13 px-6">Add somebody</NuxtLink>
    </template>
    <template v-else>
      <h2 class="text-2xl">No date ahead</h2>
      <NuxtLink to="/dates" class="button button-main min-h-13 px-6">{{
        isLead ? 'Say when you meet' : 'Dates'
      }}</NuxtLink>
    </template>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </section>
</template>
