<script setup lang="ts">
import { formatISO } from 'date-fns'
import { attainedWords, attainments, goalsTogether } from '~~/core/goal/attainment'
import type { Goal } from '~~/core/goal/goal'
import { stepSign } from '~~/core/goal/goalSteps'
import type { StoredMeasure } from '~~/core/measure/record'

/** Goals over time: each on its five steps, and all in one number. */
const { goals, measures } = defineProps<{ id: string; goals: readonly Goal[]; measures: readonly StoredMeasure[] }>()
const { catalogue } = storeToRefs(useCatalogue())
const lines = computed(() =>
  goals
    .filter(({ state }) => state !== 'ended')
    .map((goal) => {
      const known = attainments(goal, measures, catalogue.value)
      const last = known.at(-1)
      const words = last ? attainedWords(goal, last, catalogue.value) : ''
      return { goal, points: known.map(({ on, step }) => ({ date: on, value: step })), last, words }
    }),
)
const all = computed(() =>
  goalsTogether(goals, measures, catalogue.value, formatISO(new Date(), { representation: 'date' })),
)
</script>

<template>
  <section v-if="lines.length > 0" aria-label="What they come for" data-test="goals-back">
    <h2>What they come for</h2>
    <p v-if="all" class="max-w-3xl">
      All together {{ Math.round(all.at) }} at the start and {{ Math.round(all.now) }} now; 50 is as aimed, ten more or
      less is much (goal attainment scaling).
    </p>
    <div class="grid gap-8 lg:grid-cols-2 mt-2">
      <BackChart
        v-for="{ goal, points, last, words } in lines"
        :key="goal.id"
        :title="`“${goal.words}”`"
        :words="last ? `step ${stepSign(last.step)}: ${words}.` : ''"
        :series="[{ name: 'step', points }]"
        unit=""
        :min="-2"
        :max="2"
        stepped
      />
    </div>
    <p class="mt-1 -ml-2.5"><NuxtLink :to="`/people/${id}/goals`" class="button button-quiet">Goals</NuxtLink></p>
  </section>
</template>
