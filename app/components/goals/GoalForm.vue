<script setup lang="ts">
import { addDays, formatISO } from 'date-fns'
import { addGoal, saveGoal } from '~~/core/contract/goals'
import { testOf } from '~~/core/goal/attainment'
import { Goal, GOAL_STEPS, GoalFields } from '~~/core/goal/goal'
import { goalSteps, proposedTarget, stepSign } from '~~/core/goal/goalSteps'
import { Side } from '~~/core/catalogue/words'
import { amountWords } from '~~/core/measure/record'

/** A goal as it is agreed: their words, the task and its test, where they are, and what is aimed at. */
const { id, goal } = defineProps<{ id: string; goal: Goal | null }>()
const emit = defineEmits<{ saved: [goals: Goal[]]; left: [] }>()
const store = useProfile()
const { catalogue } = storeToRefs(useCatalogue())
const day = (date: Date) => formatISO(date, { representation: 'date' })
/** Long enough for a body to change; ours. */
const LOOKED_AT_AFTER_DAYS = 84

function fieldsOf(known: Goal | null): GoalFields {
  if (known) return GoalFields.parse(structuredClone(toRaw(known)))
  const steps = GOAL_STEPS.map(() => '')
  const first = { words: '', task: null, side: 'both' as const, importance: 2, start: null, target: null, steps }
  const today = new Date()
  return { ...first, since: day(today), by: day(addDays(today, LOOKED_AT_AFTER_DAYS)), state: 'open' }
}
const form = useRecordForm<GoalFields, Goal, Goal[]>(`goal of ${id}`, {
  stored: goal,
  fieldsOf,
  schema: GoalFields,
  record: Goal,
  add: (fields) => call(addGoal, { params: { id }, body: { ...fields, id: crypto.randomUUID() } }),
  save: (of, body) => call(saveGoal, { params: { id, goal: of }, body }),
})
const { fields, wrong, message, saving, meanwhile } = form
const task = computed(() => (fields.value.task === null ? undefined : catalogue.value.tasks.get(fields.value.task)))
const test = computed(() => task.value && catalogue.value.measures.get(task.value.measure))
/** Whether the test says how far it is; otherwise it is told in words. */
const isTested = computed(() => testOf(fields.value, catalogue.value) !== undefined)
const steps = computed(() => goalSteps(fields.value, isTested.value ? test.value : undefined))
/** Why the five steps cannot be shown yet; where both amounts are there, the server says the same. */
const isWhole = computed(() => !isTested.value || (fields.value.start !== null && fields.value.target !== null))

/** The newest result of the test; of both sides the weaker one's. */
function known(side: Side): number | null {
  const measure = test.value
  if (!measure) return null
  const sides = measure.sides && side === 'both' ? (['left', 'right'] as const) : [side]
  const values = sides.flatMap((one) => store.latest.get(`${measure.id} ${measure.sides ? one : 'both'}`)?.value ?? [])
  if (values.length === 0) return null
  return measure.better === 'more' ? Math.min(...values) : Math.max(...values)
}
function begin(start: number | null): void {
  fields.value.start = start
  // What is no number stays in its field, to be said against when it is saved.
  const isNumber = typeof start === 'number'
  fields.value.target = isNumber && test.value ? proposedTarget(test.value, start) : null
}
function choose(to: string): void {
  fields.value.task = to === '' ? null : to
  fields.value.side = 'both'
  begin(known('both'))
}
function turn(side: Side): void {
  fields.value.side = side
  begin(known(side))
}
async function save(): Promise<void> {
  const saved = await form.submit()
  if (saved) emit('saved', saved)
}
const MATTERS = [
  { importance: 1, words: 'a little' },
  { importance: 2, words: 'much' },
  { importance: 3, words: 'most of all' },
]
</script>

<template>
  <form class="space-y-5" novalidate data-test="goal-form" @submit.prevent="save">
    <div class="flex flex-wrap gap-x-5 gap-y-4">
      <AppField
        v-slot="{ id: field, fieldClass, aria }"
        label="What they want to be able to do, in their own words"
        :wrong="wrong.words"
        class="flex-1 min-w-80"
        ><input :id="field" v-model="fields.words" :class="fieldClass" v-bind="aria" maxlength="160" autocomplete="off"
      /></AppField>
      <AppField v-slot="{ id: field, fieldClass, aria }" label="It is about" :wrong="wrong.task" class="w-72"
        ><select
          :id="field"
          :class="fieldClass"
          v-bind="aria"
          :value="fields.task ?? ''"
          data-test="task"
          @change="choose(textIn($event))"
        >
          <option value="">none of these tasks</option>
          <option v-for="one in catalogue.tasks.values()" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></AppField
      >
    </div>
    <fieldset>
      <legend class="label">How much it matters to them</legend>
      <div class="flex flex-wrap gap-x-6">
        <label v-for="{ importance, words } in MATTERS" :key="importance" class="flex items-center gap-2 min-h-11"
          ><input
            v-model="fields.importance"
            type="radio"
            name="importance"
            :value="importance"
            class="size-5 accent-action"
          />{{ words }}</label
        >
      </div>
    </fieldset>
    <template v-if="task && test">
      <p class="max-w-3xl">{{ task.needs }}</p>
      <div class="grid gap-x-12 gap-y-4 lg:grid-cols-2">
        <section :aria-label="`How it is tested: ${test.name}`" class="space-y-2">
          <h3 class="font-semibold">{{ test.name }}</h3>
          <ol class="list-decimal pl-5 space-y-1">
            <li v-for="step in test.steps" :key="step">{{ step }}</li>
          </ol>
          <p class="border-l-4 border-stop pl-3">
            <strong class="font-semibold">To stop safely.</strong> {{ test.stop }}
          </p>
        </section>
        <section aria-label="Where they are and what is aimed at" class="space-y-4">
          <AppField v-if="test.sides" v-slot="{ id: field, fieldClass }" label="Side" class="w-40"
            ><select
              :id="field"
              :class="fieldClass"
              :value="fields.side"
              @change="turn(chosenOf(Side.options, $event) ?? 'both')"
            >
              <option value="both">the weaker one</option>
              <option value="left">left</option>
              <option value="right">right</option>
            </select></AppField
          >
          <div class="flex flex-wrap gap-4">
            <AppField
              v-slot="{ id: field, fieldClass, aria }"
              :label="`Where they are, ${test.unit}`"
              :wrong="wrong.start"
              class="w-48"
              ><input
                :id="field"
                :value="fields.start ?? ''"
                inputmode="decimal"
                :class="fieldClass"
                class="numerals"
                v-bind="aria"
                data-test="start"
                @change="begin(numberFrom($event))"
            /></AppField>
            <AppField
              v-slot="{ id: field, fieldClass, aria }"
              :label="`What is aimed at, ${test.unit}`"
              :wrong="wrong.target"
              class="w-48"
              ><input
                :id="field"
                :value="fields.target ?? ''"
                inputmode="decimal"
                :class="fieldClass"
                class="numerals"
                v-bind="aria"
                data-test="target"
                @change="fields.target = numberFrom($event)"
            /></AppField>
          </div>
          <p class="text-faint text-[0.94rem]">
            Less than {{ amountWords(test, test.realChange!.amount) }} is no real change ({{
              test.realChange!.source
            }}). Without a result it is told in words.
            <NuxtLink :to="`/people/${id}/measure?measure=${test.id}&back=goals`" class="underline"
              >Test it now</NuxtLink
            >: what is typed here is kept.
          </p>
        </section>
      </div>
    </template>
    <section v-if="isWhole" aria-label="Five steps">
      <h3 class="font-semibold">Five steps</h3>
      <ol v-if="isTested" class="mt-1" data-test="steps">
        <li v-for="one in steps" :key="one.step" class="flex gap-3">
          <span class="w-8 text-right numerals">{{ stepSign(one.step) }}</span><span
            >{{ one.words }}<strong v-if="one.step === 0" class="font-semibold">: as aimed</strong></span
          >
        </li>
      </ol>
      <div v-else class="mt-1 grid gap-x-5 gap-y-2 sm:grid-cols-2 lg:grid-cols-5">
        <AppField
          v-for="(one, at) in steps"
          :key="one.step"
          v-slot="{ id: field, fieldClass, aria }"
          :label="stepSign(one.step)"
          :wrong="wrong[`steps.${at}`]"
          ><input
            :id="field"
            v-model="fields.steps[at]"
            :placeholder="goalSteps({ start: null, target: null, steps: [] }, undefined)[at]?.words"
            :class="fieldClass"
            v-bind="aria"
            maxlength="120"
            :data-test="`step-${at}`"
        /></AppField>
      </div>
    </section>
    <div class="flex flex-wrap gap-4">
      <AppField v-slot="{ id: field, fieldClass, aria }" label="Agreed on" :wrong="wrong.since" class="w-48"
        ><input :id="field" v-model="fields.since" type="date" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id: field, fieldClass, aria }" label="Looked at on" :wrong="wrong.by" class="w-48"
        ><input
          :id="field"
          :value="fields.by ?? ''"
          type="date"
          :class="fieldClass"
          v-bind="aria"
          @change="fields.by = textIn($event) || null"
      /></AppField>
    </div>
    <DraftNote :meanwhile="meanwhile" />
    <div class="flex items-center gap-4">
      <button class="button button-main" :disabled="saving" data-test="save-goal">
        {{ goal ? 'Save' : 'Agree on it' }}
      </button>
      <button type="button" class="button button-quiet" @click="(form.reset(), emit('left'))">Leave it</button>
      <p v-if="message" class="wrong" role="alert">{{ message }}</p>
    </div>
  </form>
</template>
