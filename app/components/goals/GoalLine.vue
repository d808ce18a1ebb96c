<script setup lang="ts">
import { format, parseISO } from 'date-fns'
import { attainedWords, standOf, testOf } from '~~/core/goal/attainment'
import type { Goal } from '~~/core/goal/goal'
import { stepWords } from '~~/core/goal/goalSteps'
import type { StoredMeasure } from '~~/core/measure/record'
import { capital, joined } from '~~/core/sentence'

/** One goal: their words, how far it is, and what the aim is; what can be done stands in the slot. */
const { goal, measures } = defineProps<{ goal: Goal; measures: readonly StoredMeasure[] }>()
const { catalogue } = storeToRefs(useCatalogue())
const measure = computed(() => testOf(goal, catalogue.value))
const now = computed(() => standOf(goal, measures, catalogue.value))
const words = computed(() => stepWords(goal, measure.value, now.value.step))
const dayOf = (iso: string) => format(parseISO(iso), 'd MMM yyyy')
const task = computed(() => (goal.task === null ? undefined : catalogue.value.tasks.get(goal.task)))
const stands = computed(() => {
  const tested = measure.value && now.value.value !== null ? `${measure.value.name.toLowerCase()} ` : ''
  return `${dayOf(now.value.on)}: ${tested}${attainedWords(goal, now.value, catalogue.value)}`
})
const aimed = computed(() => `aimed at ${stepWords(goal, measure.value, 0)}`)
const STATES = { open: '', reached: 'Reached.', ended: 'Given up.' }
</script>

<template>
  <li class="py-3 flex flex-wrap items-start gap-x-5 gap-y-2" :data-goal="goal.words">
    <GoalSteps :step="now.step" :words="words" />
    <div class="flex-1 min-w-60">
      <p class="font-semibold text-[1.05rem]">“{{ goal.words }}”</p>
      <p>
        <strong v-if="goal.state !== 'open'" class="font-semibold">{{ STATES[goal.state] }} </strong>{{ stands }}.
      </p>
      <p class="text-faint text-[0.94rem]">
        {{
          capital(
            joined(
              [task?.name, aimed, goal.state === 'open' && goal.by && `to be looked at on ${dayOf(goal.by)}`],
              '; ',
            ),
          )
        }}.
      </p>
      <slot />
    </div>
  </li>
</template>
