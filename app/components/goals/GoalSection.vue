<script setup lang="ts">
import { formatISO } from 'date-fns'
import { goalsTogether } from '~~/core/goal/attainment'
import type { Goal } from '~~/core/goal/goal'
import type { StoredMeasure } from '~~/core/measure/record'

/** What somebody comes for, goal by goal, and all in one number. */
const { goals, measures } = defineProps<{ id: string; goals: readonly Goal[]; measures: readonly StoredMeasure[] }>()
const { catalogue } = storeToRefs(useCatalogue())
const shown = computed(() => goals.filter(({ state }) => state !== 'ended'))
const all = computed(() =>
  goalsTogether(goals, measures, catalogue.value, formatISO(new Date(), { representation: 'date' })),
)
</script>

<template>
  <section aria-label="What they come for" data-test="goals">
    <h2>What they come for</h2>
    <ul v-if="shown.length > 0" class="divide-y divide-line">
      <GoalLine v-for="goal in shown" :key="goal.id" :goal="goal" :measures="measures" />
    </ul>
    <p v-else class="mt-1">
      Nothing is agreed yet. Stairs, trousers, the bath, the bus: what it is for weighs what is composed for them.
    </p>
    <p v-if="all && shown.length > 1" class="text-faint text-[0.94rem]" data-test="together">
      All together {{ Math.round(all.at) }} at the start and {{ Math.round(all.now) }} now; 50 is as aimed (goal
      attainment scaling).
    </p>
    <p class="mt-1 -ml-2.5">
      <NuxtLink :to="`/people/${id}/goals`" class="button button-quiet">{{
        shown.length > 0 ? 'Goals' : 'Agree on a goal'
      }}</NuxtLink>
    </p>
  </section>
</template>
