<script setup lang="ts">
/** What cannot wait, of one person: a press for each yes, and one that it was asked. */
const { name, busy = false } = defineProps<{ name: string; busy?: boolean }>()
const emit = defineEmits<{ asked: [yes: string[]] }>()
const { catalogue } = storeToRefs(useCatalogue())
const yes = ref<string[]>([])
const questions = computed(() => catalogue.value.interview.first.questions)
const wordsOf = (question: (typeof questions.value)[number]) =>
  question.options.find(({ id }) => id === 'yes')?.says ?? question.ask
function turn(id: string): void {
  yes.value = yes.value.includes(id) ? yes.value.filter((other) => other !== id) : [...yes.value, id]
}
</script>

<template>
  <div class="flex flex-wrap gap-1.5" role="group" :aria-label="`What ${name} says yes to`">
    <button
      v-for="question in questions"
      :key="question.id"
      type="button"
      class="button px-3"
      :class="yes.includes(question.id) ? 'button-on' : ''"
      :aria-pressed="yes.includes(question.id)"
      :title="question.ask"
      @click="turn(question.id)"
    >
      {{ wordsOf(question) }}
    </button>
    <button type="button" class="button px-3 border-action" :disabled="busy" @click="emit('asked', yes)">
      Asked: {{ yes.length === 0 ? 'none of this' : 'only this' }}
    </button>
  </div>
</template>
