<script setup lang="ts">
import { counted } from '~~/core/sentence'
import { stepSign } from '~~/core/goal/goalSteps'
import { readCircleLookBack } from '~~/core/contract/circles'
import type { CircleBack } from '~~/core/reflect/circleBack'
import type { CircleGoal } from '~~/core/reflect/circleGoals'
import type { LookBackWeeks } from '~~/core/reflect/lookBack'
import { refusalOf } from '~/composables/useRefusal'

/** Look back on a circle: who rises, who slipped quietly, who misses meetings, what each region got. */
const id = String(useRoute().params.id)
const { isLead } = useAccount()
const practice = usePractice()
const { catalogue } = storeToRefs(useCatalogue())
await practice.open()
const circle = computed(() => practice.circles.find((other) => other.id === id))
const weeks = ref<LookBackWeeks>(12)
const problem = ref(isLead.value ? '' : 'Looking back is for leads.')
const back = shallowRef<CircleBack | null>(null)
const goals = shallowRef<CircleGoal[]>([])
async function open(): Promise<void> {
  try {
    const found = await call(readCircleLookBack, { params: { id }, query: { weeks: weeks.value } })
    back.value = found.back
    goals.value = found.goals
  } catch (error) {
    problem.value = refusalOf(error).message
  }
}
if (!problem.value) await open()
watch(weeks, open)
const personOf = (participant: string) =>
  practice.people.find((person) => person.id === participant)?.name ?? 'Somebody'
/** How a goal moved since the window began. */
function movedWords({ before, step }: CircleGoal): string {
  if (before === null) return 'agreed in this time'
  return before === step ? `still at ${stepSign(step)}` : `from ${stepSign(before)} to ${stepSign(step)}`
}
const reached = computed(() => goals.value.filter(({ step }) => step >= 0).length)
const nameOf = (movement: string) => (catalogue.value.movements.get(movement)?.name ?? movement).toLowerCase()
</script>

<template>
  <div v-if="problem" class="py-16 space-y-4">
    <h1>{{ problem }}</h1>
    <NuxtLink to="/" class="button">Back to the circle</NuxtLink>
  </div>
  <div v-else-if="back && circle" class="space-y-6 max-w-5xl">
    <p>
      <NuxtLink to="/" class="text-action underline underline-offset-4">{{ circle.name }}</NuxtLink>
    </p>
    <h1>Look back</h1>
    <WeeksPicker v-model="weeks" />
    <p class="text-[1.12rem]" data-test="words">
      {{ back.meetings === 0 ? 'No meeting in this time.' : `${back.meetings} meetings.` }}
      {{
        back.slipping.length === 0
          ? 'Nobody slips without an answer.'
          : `${counted(back.slipping.length, 'movement slips', 'movements slip')}, and nothing was decided.`
      }}
      {{
        back.missing.length === 0 ? 'Everybody comes.' : `${counted(back.missing.length, 'misses', 'miss')} meetings.`
      }}
    </p>
    <section aria-label="Slipped quietly">
      <h2>Slipped quietly</h2>
      <p v-if="back.slipping.length === 0" class="text-faint">Nothing falls that was not eased.</p>
      <ul class="divide-y divide-line">
        <li
          v-for="one in back.slipping"
          :key="`${one.participant} ${one.movement} ${one.tier}`"
          class="py-2 flex items-center gap-4"
        >
          <TierGlyph :tier="one.tier" :size="28" label="" /><span class="flex-1"
            ><NuxtLink :to="`/people/${one.participant}/look-back`" class="font-semibold hover:underline">{{
              personOf(one.participant)
            }}</NuxtLink
            >, {{ nameOf(one.movement) }}: from {{ one.first }} to {{ one.last }} % of the target, falling; no level was
            eased.</span
          >
        </li>
      </ul>
    </section>
    <section aria-label="Missing meetings">
      <h2>Missing meetings</h2>
      <p v-if="back.missing.length === 0" class="text-faint">Everybody came to two of three meetings or more.</p>
      <ul class="divide-y divide-line">
        <li v-for="one in back.missing" :key="one.participant" class="py-2">
          <NuxtLink :to="`/people/${one.participant}`" class="font-semibold hover:underline">{{
            personOf(one.participant)
          }}</NuxtLink>: came to {{ one.came }} of {{ one.of
          }}{{ one.inARow > 1 ? `, missed the last ${one.inARow}` : '' }}.
        </li>
      </ul>
    </section>
    <section v-if="goals.length > 0" aria-label="What they come for" data-test="circle-goals">
      <h2>What they come for</h2>
      <p>{{ reached }} of {{ counted(goals.length, 'goal is', 'goals are') }} as far as it was aimed.</p>
      <ul class="divide-y divide-line">
        <li v-for="one in goals" :key="one.id" class="py-2 flex flex-wrap items-center gap-x-5">
          <GoalSteps :step="one.step" :words="one.says" />
          <p class="flex-1 min-w-60">
            <NuxtLink :to="`/people/${one.participant}/look-back`" class="font-semibold hover:underline">{{
              personOf(one.participant)
            }}</NuxtLink>, “{{ one.words }}”: {{ movedWords(one) }}; {{ one.says }}.
          </p>
        </li>
      </ul>
    </section>
    <section aria-label="Who rises">
      <h2>Who rises</h2>
      <p v-if="back.rising.length === 0" class="text-faint">No step in this time.</p>
      <ul class="divide-y divide-line">
        <li v-for="one in back.rising" :key="one.participant" class="py-2">
          <NuxtLink :to="`/people/${one.participant}/look-back`" class="font-semibold hover:underline">{{
            personOf(one.participant)
          }}</NuxtLink>: {{ one.steps }} {{ one.steps === 1 ? 'step' : 'steps' }},
          {{ one.movements.map(nameOf).join(', ') }}.
        </li>
      </ul>
    </section>
    <section aria-label="Dose"><DoseChart :dose="back.dose" :aim="back.dose[0]?.aim ?? null" /></section>
  </div>
</template>
