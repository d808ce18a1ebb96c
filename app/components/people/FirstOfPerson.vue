<script setup lang="ts">
import { formatISO } from 'date-fns'
import { askedNow } from '~~/core/offer/firstQuestions'
import type { ParticipantConsideration } from '~~/core/offer/participant'
import { NOT_ASKED } from '~~/core/offer/screening'

/** What cannot wait of somebody new: asked while they are written down, or breath only until it is. */
const considerations = defineModel<ParticipantConsideration[]>({ required: true })
const { catalogue } = storeToRefs(useCatalogue())
const questions = computed(() => catalogue.value.interview.first.questions)
const isOpen = computed(() => considerations.value.some(({ consideration }) => consideration === NOT_ASKED))
function answer(yes: string[]): void {
  const on = formatISO(new Date(), { representation: 'date' })
  considerations.value = askedNow(considerations.value, yes, catalogue.value.interview, on)
}
</script>

<template>
  <div v-if="isOpen" class="bg-mark-soft rounded-xl px-4 py-3 space-y-2 max-w-5xl" data-test="first-of-person">
    <p><strong class="font-semibold">Ask before a first class.</strong> Until then they do breath only.</p>
    <ul class="list-disc pl-5 text-[0.94rem]">
      <li v-for="question in questions" :key="question.id">{{ question.ask }}</li>
    </ul>
    <FirstQuestions name="they" @asked="answer" />
  </div>
</template>
