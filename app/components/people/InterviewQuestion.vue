<script setup lang="ts">
import type { InterviewQuestion } from '~~/core/catalogue/interview'
import type { Side } from '~~/core/catalogue/words'
import type { ParticipantConsideration } from '~~/core/offer/participant'
import { sideOnFile, type ScreeningAnswers } from '~~/core/offer/screening'
import { NO_SIDE } from '~/composables/fields'

/** One question with its answers as large targets; the side and the day only where they matter. */
const { question, onFile } = defineProps<{
  question: InterviewQuestion
  onFile: readonly ParticipantConsideration[]
  wrong: Record<string, string>
}>()
const answers = defineModel<ScreeningAnswers>({ required: true })
const chosen = computed(() => question.options.find((option) => option.id === answers.value.options[question.id]))
const leads = computed(() => (chosen.value?.leadsTo.length ?? 0) > 0)
const id = useId()

function choose(option: string): void {
  // The same again takes it back: every question can be left out.
  const { [question.id]: before, ...others } = answers.value.options
  answers.value.options = before === option ? others : { ...others, [question.id]: option }
  const { [question.id]: said, ...sides } = answers.value.sides
  const needed = question.asksSide && leads.value
  answers.value.sides = needed ? { ...sides, [question.id]: said ?? sideKnown() } : sides
}
const sideKnown = () => sideOnFile(chosen.value?.leadsTo ?? [], onFile) ?? NO_SIDE
function setSide(side: Side): void {
  answers.value.sides = { ...answers.value.sides, [question.id]: side }
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
      <SideField
        v-if="question.asksSide"
        :model-value="answers.sides[question.id] ?? NO_SIDE"
        :wrong="wrong[`sides.${question.id}`]"
        @update:model-value="setSide"
      />
      <label v-if="question.asksWhen" class="w-52"
        ><span class="label text-[0.94rem]">When, about?</span
        ><input type="date" class="field" :value="answers.since[question.id] ?? ''" @change="setWhen"
      /></label>
    </div>
  </div>
</template>
