<script setup lang="ts">
import { entryAt } from '~~/core/entries'

/** The questions before a first class: asked of all in one press, exceptions by name. */
export interface Exception {
  name: string
  /** Id of the question to which they said yes. */
  question: string
}
const asked = defineModel<boolean>('asked', { required: true })
const exceptions = defineModel<Exception[]>('exceptions', { required: true })
const { names } = defineProps<{ names: string[] }>()
const { catalogue } = storeToRefs(useCatalogue())
const questions = computed(() => catalogue.value.interview.first.questions)
const wordsOf = (question: string) =>
  questions.value.find(({ id }) => id === question)?.options.find(({ id }) => id === 'yes')?.says ?? ''
const who = ref('')
const shown = computed(() => exceptions.value.filter(({ name }) => names.includes(name)))

function add(question: string): void {
  const name = who.value || entryAt(names, 0)
  const is = (other: Exception) => other.name === name && other.question === question
  if (question !== '' && !exceptions.value.some(is)) exceptions.value = [...exceptions.value, { name, question }]
  asked.value = true
}
function take(gone: Exception): void {
  exceptions.value = exceptions.value.filter((other) => other !== gone)
}
</script>

<template>
  <section aria-label="Before the class" class="space-y-3">
    <h3 class="font-semibold">Ask everybody before the class</h3>
    <ul class="text-[0.94rem] leading-snug list-disc pl-5">
      <li v-for="question in questions" :key="question.id">{{ question.ask }}</li>
    </ul>
    <button
      type="button"
      class="button"
      :class="asked ? 'button-on' : ''"
      :aria-pressed="asked"
      data-test="asked-all"
      @click="asked = !asked"
    >
      {{ asked ? '✓ ' : '' }}Asked all, {{ shown.length === 0 ? 'none of this' : 'only what stands here' }}
    </button>
    <p v-if="!asked" class="text-faint">Not asked yet: a first class of breath only, for everybody, until you have.</p>
    <div v-if="names.length > 0" class="flex flex-wrap gap-2 items-center">
      <span class="text-faint">A yes of</span>
      <select v-model="who" class="field w-auto" aria-label="Who said yes">
        <option value="">somebody</option>
        <option v-for="name in names" :key="name" :value="name">{{ name }}</option>
      </select>
      <select
        class="field w-auto"
        aria-label="To what"
        :disabled="who === ''"
        value=""
        @change="add(takenFrom($event))"
      >
        <option value="">to what</option>
        <option v-for="{ id } in questions" :key="id" :value="id">{{ wordsOf(id) }}</option>
      </select>
    </div>
    <ul v-if="shown.length > 0" class="space-y-1">
      <li
        v-for="one in shown"
        :key="`${one.name} ${one.question}`"
        class="flex items-center gap-3 bg-mark-soft rounded-lg px-3"
      >
        <span class="flex-1"
          ><b>{{ one.name }}</b
          >: {{ wordsOf(one.question) }}</span
        >
        <button type="button" class="button button-quiet" :aria-label="`${one.name}: not so`" @click="take(one)">
          Not so
        </button>
      </li>
    </ul>
  </section>
</template>
