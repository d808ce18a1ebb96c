<script setup lang="ts">
import { readPerson } from '~~/core/contract/people'
import { format, parseISO } from 'date-fns'
import { joined } from '~~/core/sentence'
import { LADDER_KEYS } from '~/keys'
import { holding } from '~~/core/measure/record'
import { refusalOf } from '~/composables/useRefusal'

/**
 * A person, read in ten seconds: where they work and what comes next, what to respect, six weeks, levels, measures
 * over time.
 */
const id = String(useRoute().params.id)
const { isLead } = useAccount()
const catalogues = useCatalogue()
const store = useProfile()
const problem = ref('')
const name = ref('')
await catalogues.load()
try {
  if (isLead.value) await store.open(id)
  else name.value = (await call(readPerson, { params: { id } })).name
} catch (error) {
  problem.value = refusalOf(error).message
}
const measured = computed(() =>
  [...catalogues.catalogue.measures.values()].filter((measure) =>
    holding(store.opened.measures).some((record) => record.measure === measure.id),
  ),
)
const shown = ref<string[]>([])
watchEffect(() => {
  if (store.profile && shown.value.length === 0)
    shown.value = measured.value
      .filter((measure) => holding(store.opened.measures).filter((record) => record.measure === measure.id).length > 3)
      .slice(0, 2)
      .map((measure) => measure.id)
})
function toggle(measure: string): void {
  shown.value = shown.value.includes(measure)
    ? shown.value.filter((other) => other !== measure)
    : [...shown.value, measure]
}
const counting = computed(() => store.profile?.screenings.find((screening) => !screening.waits))
const showFits = ref(false)
const age = computed(() => store.normPerson.age)
const aboutWords = computed(() => {
  const { heightCm, pace, telephone, birthday } = store.person
  return joined([
    age.value === null ? '' : `turns ${age.value} this year`,
    birthday === null ? '' : `birthday ${format(parseISO(`2000-${birthday}`), 'd MMMM')}`,
    heightCm === null ? '' : `${heightCm} cm`,
    pace === 'usual' ? '' : `moves ${pace.replace('-', ' ')}`,
    telephone,
  ])
})
</script>

<template>
  <div v-if="problem" class="py-16 space-y-4">
    <h1>{{ problem }}</h1>
    <NuxtLink to="/people" class="button">Back to People</NuxtLink>
  </div>
  <div v-else-if="!isLead" class="space-y-5">
    <p><NuxtLink to="/people" class="text-action underline underline-offset-4">People</NuxtLink></p>
    <h1>{{ name }}</h1>
    <p class="text-faint max-w-2xl">
      What is written down of people is for leads. You can ask the screening questions and measure; what today needs is
      shown in Gather.
    </p>
    <p class="flex gap-2">
      <NuxtLink :to="`/people/${id}/screen`" class="button button-main">Screen</NuxtLink
      ><NuxtLink :to="`/people/${id}/measure`" class="button">Measure</NuxtLink>
    </p>
  </div>
  <div v-else-if="store.profile" class="space-y-8">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line pb-2 -mt-2">
      <TierGlyph :tier="store.person.homeTier" :size="40" />
      <h1>{{ store.person.name }}</h1>
      <p class="text-faint">{{ aboutWords }}</p>
      <div class="flex flex-wrap gap-1 ml-auto items-center">
        <NuxtLink :to="`/people/${id}/screen`" class="button button-quiet">Screen</NuxtLink
        ><NuxtLink :to="`/people/${id}/measure`" class="button button-quiet">Measure</NuxtLink
        ><NuxtLink :to="`/people/${id}/start`" class="button button-quiet">Where to start</NuxtLink
        ><NuxtLink :to="`/people/${id}/look-back`" class="button button-quiet">Look back</NuxtLink
        ><NuxtLink :to="`/people/${id}/change`" class="button button-quiet">Change</NuxtLink
        ><NuxtLink :to="`/people/${id}/home`" class="button button-main"
          >Take home <kbd class="key">{{ LADDER_KEYS.home.shown }}</kbd></NuxtLink
        >
      </div>
    </div>
    <p v-if="store.due" class="bg-mark-soft rounded-lg px-4 py-2" data-test="due">
      {{ store.due }} <NuxtLink :to="`/people/${id}/screen`" class="underline">Screen now</NuxtLink>
    </p>
    <div class="grid gap-x-12 gap-y-8 lg:grid-cols-2">
      <div class="space-y-6 divide-y divide-line [&>*:not(:first-child)]:pt-5">
        <section aria-label="To respect">
          <h2 class="mb-2">To respect</h2>
          <WaitingScreening
            v-for="screening in store.profile.screenings.filter((one) => one.waits)"
            :key="screening.id"
            :person="store.person"
            :screening="screening"
            class="mb-3"
            @agreed="store.open(id)"
          />
          <RememberedList
            :participant="id"
            :remembered="store.person.remembered"
            :can-look="isLead"
            class="mb-3"
            @looked="store.open(id)"
          />
          <ToRespect :considerations="store.person.considerations" />
          <p v-if="counting" class="mt-2 text-faint text-[0.94rem]">
            Screened {{ format(counting.takenOn, 'd MMM yyyy') }} by {{ counting.takenBy }}.
          </p>
          <FlareList :person="store.person" class="mt-3" @changed="store.open(id)" />
          <div class="flex flex-wrap gap-1 mt-1 -ml-2.5">
            <DaysAfterNote :participant="id" @noted="store.open(id)" />
            <NuxtLink :to="`/people/${id}/open`" class="button button-quiet">What is open to them</NuxtLink>
          </div>
        </section>
        <GoalSection :id="id" :goals="store.profile.goals" :measures="store.profile.measures" />
        <TierSteps :person="store.person" :next="store.next" :step="store.profile.tierStep" />
        <FallWay :id="id" :falls="store.profile.falls" :balance="store.profile.balance" />
        <SixWeeks :meetings="store.profile.meetings" />
      </div>
      <LevelLadder :key="id" :person="store.person" @placed="store.open(id)" />
    </div>
    <section aria-label="Measures">
      <h2>Measures</h2>
      <p v-if="measured.length === 0" class="text-faint mt-1">
        Nothing is measured yet. <NuxtLink :to="`/people/${id}/measure`" class="underline">Measure something</NuxtLink>
      </p>
      <template v-else>
        <p class="-ml-2.5">
          <a class="button button-quiet" :href="`/api/participants/${id}/results`" target="_blank"
            >How it is going, for them to take home</a
          >
        </p>
        <div class="flex flex-wrap gap-2 mt-2" role="group" aria-label="Measures that are shown">
          <button
            v-for="measure in measured"
            :key="measure.id"
            class="button"
            :class="shown.includes(measure.id) ? 'button-on' : ''"
            :aria-pressed="shown.includes(measure.id)"
            @click="toggle(measure.id)"
          >
            {{ measure.name }}
          </button>
        </div>
        <div class="grid gap-8 lg:grid-cols-2 mt-4">
          <MeasureChart
            v-for="measure in measured.filter((other) => shown.includes(other.id))"
            :key="measure.id"
            :measure="measure"
            :records="store.profile.measures"
            :person="store.normPerson"
            :pairs="store.profile.pairs[measure.id] ?? []"
          />
        </div>
        <RangeGaps :records="store.profile.measures" class="mt-4" />
        <MeasureList :person-id="id" class="mt-4" />
      </template>
    </section>
    <details v-if="store.person.heightCm" class="border-t border-line pt-3" @toggle="showFits = isUnfolded($event)">
      <summary class="cursor-pointer font-semibold text-[1.2rem] min-h-11">What fits this body</summary>
      <PersonFits v-if="showFits" :height-cm="store.person.heightCm" class="mt-3" />
    </details>
    <section v-if="store.profile.moves.length > 0" class="max-w-5xl">
      <h2 class="mb-2">What was decided</h2>
      <ul class="divide-y divide-line">
        <LedgerRow v-for="entry in store.profile.moves" :key="entry.id" :entry="entry" />
      </ul>
      <NuxtLink :to="`/people/${id}/ledger`" class="button mt-3">The whole ledger</NuxtLink>
    </section>
  </div>
</template>
