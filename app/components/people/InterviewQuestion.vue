<script setup lang="ts">
import type { InterviewQuestion } from '~~/core/catalogue/interview'
import type { ScreeningAnswers } from '~~/core/offer/screening'

/** One question with its answers as large targets; the side and the day only where they matter. */
const { question } = defineProps<{ question: InterviewQuestion }>()
const answers = defineModel<ScreeningAnswers>({ required: true })
const chosen = computed(() => question.options.find((option) => option.id === answers.value.options[question.id]))
const leads = computed(() => (chosen.value?.leadsTo.length ?? 0) > 0)
const id = useId()

function choose(option: string): void {
  // The same again takes it back: every question can be left out.
  const { [question.id]: before, ...others } = answers.value.options
  answers.value.options = before === option ? others : { ...others, [question.id]: option }
}
function setWhen(event: Event): void {
  const { [question.id]: _before, ...others } = answers.value.since
  const day = textIn(event)
  answers.value.since = day === '' ? others : { ...others, [question.id]: day }
}
</script>

<template>
  <div class="py-2.5" :data-question="question.id">
    <div role="group" :aria-labelledby="id" class="flex flex-wrap items-center gap-x-4 gap-y-2">
      <p :id="id" class="flex-1 min-w-72">{{ question.ask }}</p>
      <div class="flex flex-wrap gap-2">
        <button
          v-for="option in question.options"
          :key="option.id"
          type="button"
          class="button"
          :class="chosen?.id === option.id ? 'button-on' : ''"
          :aria-pressed="chosen?.id === option.id"
          :data-option="option.id"
          @click="choose(option.id)"
        >
          {{ option.says }}
        </button>
      </div>
    </div>
    <div v-if="leads && (question.asksSide || question.asksWhen)" class="flex flex-wrap gap-4 mt-2 pl-4">
      <label v-if="question.asksSide" class="w-40"
        ><span class="label text-[0.94rem]">Which side?</span
        ><select
          class="field"
          :value="answers.sides[question.id] ?? 'both'"
          @change="answers.sides = { ...answers.sides, [question.id]: textIn($event) as 'both' }"
        >
          <option value="left">left</option>
          <option value="right">right</option>
          <option value="both">both</option>
        </select></label
      >
      <label v-if="question.asksWhen" class="w-52"
        ><span class="label text-[0.94rem]">When, about?</span
        ><input type="date" class="field" :value="answers.since[question.id] ?? ''" @change="setWhen"
      /></label>
    </div>
  </div>
</template>
