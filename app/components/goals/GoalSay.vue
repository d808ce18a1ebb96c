<script setup lang="ts">
import { formatISO } from 'date-fns'
import { sayGoal, unsayGoal } from '~~/core/contract/goals'
import { testOf } from '~~/core/goal/attainment'
import type { Goal, GoalStep } from '~~/core/goal/goal'
import { goalSteps, stepSign } from '~~/core/goal/goalSteps'
import { refusalOf } from '~/composables/useRefusal'

/** Says how far a goal is, on one of its five steps; what was said last can be taken back. */
const { id, goal } = defineProps<{ id: string; goal: Goal }>()
const emit = defineEmits<{ said: [goals: Goal[]] }>()
const { catalogue } = storeToRefs(useCatalogue())
const measure = computed(() => testOf(goal, catalogue.value))
const steps = computed(() => goalSteps(goal, measure.value))
const last = computed(() => goal.said.at(-1))
const note = ref('')
const problem = ref('')
async function tried(work: () => Promise<Goal[]>): Promise<void> {
  problem.value = ''
  try {
    emit('said', await work())
    note.value = ''
  } catch (error) {
    problem.value = Object.values(refusalOf(error).fields)[0] ?? refusalOf(error).message
  }
}
const say = (step: GoalStep) =>
  tried(() =>
    call(sayGoal, {
      params: { id, goal: goal.id },
      body: { id: crypto.randomUUID(), step, on: formatISO(new Date(), { representation: 'date' }), note: note.value },
    }),
  )
const takeBack = (said: string) => tried(() => call(unsayGoal, { params: { id, goal: goal.id, said } }))
</script>

<template>
  <fieldset class="mt-2 space-y-2">
    <legend class="label text-[0.94rem]">How far is it today?</legend>
    <div class="grid gap-1 sm:grid-cols-2 lg:grid-cols-5">
      <button
        v-for="one in steps"
        :key="one.step"
        type="button"
        class="button h-auto py-2 text-left items-start whitespace-normal font-normal leading-tight"
        :data-say="one.step"
        @click="say(one.step)"
      >
        <span
          ><strong class="numerals font-semibold">{{ stepSign(one.step) }}</strong> {{ one.words }}</span
        >
      </button>
    </div>
    <div class="flex flex-wrap items-end gap-3">
      <AppField v-slot="{ id: field, fieldClass }" label="In a few words" class="flex-1 min-w-60"
        ><input :id="field" v-model="note" :class="fieldClass" maxlength="300"
      /></AppField>
      <button v-if="last" type="button" class="button button-quiet" @click="takeBack(last.id)">
        Take back {{ stepSign(last.step) }}
      </button>
    </div>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </fieldset>
</template>
