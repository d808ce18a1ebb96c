<script setup lang="ts">
import { stationProgress } from '~~/core/measure/testRound'
import { counted } from '~~/core/sentence'
import { calledName } from '~/words/tiers'
import { MEASURE_KEYS as KEYS } from '~/keys'

/** A circle's tests in one session: stations, who is next, one touch a result, and how far it is. */
const id = String(useRoute().params.id)
const { isLead } = useAccount()
const practice = usePractice()
await practice.open()
const circle = computed(() => practice.circles.find((one) => one.id === id))
const round = useTestRound(id)
await round.look()
const { view, measures, problem, isOffline, state, members } = round
/** The station on this screen. */
const chosen = ref('')
const at = computed(() => measures.value.find((one) => one.id === chosen.value) ?? measures.value[0])
const progress = computed(() =>
  measures.value.map((measure) => ({ measure, ...stationProgress(measure, state.value) })),
)
const isAllDone = computed(() => progress.value.length > 0 && progress.value.every(({ done, able }) => done === able))
const station = useTemplateRef<{ press: () => void }>('station')
const none = () => undefined
useKeys(KEYS, { press: () => station.value?.press(), less: none, take: none, left: none, right: none, save: none })
const isTaken = (participant: string, measure: string) =>
  state.value.results.some((one) => one.participant === participant && one.measure === measure)
</script>

<template>
  <div class="space-y-5 max-w-6xl">
    <p>
      <NuxtLink to="/" class="text-action underline underline-offset-4">{{ circle?.name }}</NuxtLink>
    </p>
    <div class="flex flex-wrap items-center gap-4">
      <h1 class="flex-1">Tests</h1>
      <button v-if="view.round && isLead" class="button" data-test="end-round" @click="round.end">End the round</button>
    </div>
    <template v-if="!view.round">
      <ChooseTests v-if="isLead" :due="view.due" @begin="round.begin" />
      <p v-else>No round is on. Whoever leads begins it; this page then shows the stations.</p>
    </template>
    <template v-else>
      <div class="flex flex-wrap gap-2" role="group" aria-label="Stations">
        <button
          v-for="{ measure, done, able } in progress"
          :key="measure.id"
          class="button"
          :class="at?.id === measure.id ? 'button-on' : ''"
          :aria-pressed="at?.id === measure.id"
          @click="chosen = measure.id"
        >
          {{ measure.name }} <span class="numerals" data-test="progress">{{ done }} of {{ able }}</span>
        </button>
      </div>
      <p v-if="isAllDone" class="bg-mark-soft rounded-lg px-3 py-2" role="status" data-test="all-done">
        Everybody has done everything. <template v-if="isLead">End the round when you like.</template>
      </p>
      <TestStation v-if="at" ref="station" :measure="at" :round="round" />
    </template>
    <!-- Below what is pressed: what comes and goes here moves nothing from under a finger. -->
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-if="isOffline" class="sticky bottom-2 bg-mark-soft rounded-lg px-3 py-2" role="status">
      The server cannot be reached. {{ counted(round.waiting.value, 'result waits', 'results wait') }} here and goes as
      soon as it is there.
    </p>
    <section v-if="view.round" aria-label="Who has done what">
      <h2>Who has done what</h2>
      <div class="overflow-x-auto" tabindex="0" role="region" aria-label="Who has done what">
        <table class="border-collapse">
          <thead>
            <tr class="text-left align-bottom">
              <th class="pr-4 py-1">Name</th>
              <th v-for="measure in measures" :key="measure.id" class="px-3 py-1 font-normal">{{ measure.name }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="person in members" :key="person.id" class="border-t border-line">
              <th class="pr-4 py-1 text-left font-normal">{{ calledName(person.name) }}</th>
              <td v-for="measure in measures" :key="measure.id" class="px-3 py-1 text-center">
                {{ isTaken(person.id, measure.id) ? 'done' : '' }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </div>
</template>
