<script setup lang="ts">
/** One of the questions: open, answered and folded, or still to come. */
const {
  number,
  title,
  state,
  answer = '',
  changes = true,
} = defineProps<{
  number: number
  title: string
  state: 'open' | 'answered' | 'later'
  /** What was answered, in words. */
  answer?: string
  changes?: boolean
}>()
const emit = defineEmits<{ change: [] }>()
</script>

<template>
  <section class="border-b border-line last:border-0" :aria-label="title">
    <div class="flex items-center gap-4 min-h-16">
      <span
        class="size-9 shrink-0 rounded-full grid place-items-center font-semibold numerals"
        :class="
          state === 'answered'
            ? 'bg-action text-on-action'
            : 'border-2 border-dashed ' + (state === 'open' ? 'border-action text-action' : 'border-line text-faint')
        "
        aria-hidden="true"
      >
        <svg v-if="state === 'answered'" width="18" height="18" viewBox="0 0 18 18">
          <path
            d="M3 9.5 l4 4 l8 -9"
            fill="none"
            stroke="currentColor"
            stroke-width="2.6"
            stroke-linecap="round"
            stroke-linejoin="round"
          />
        </svg>
        <template v-else>{{ number }}</template>
      </span>
      <h2 :class="state === 'later' ? 'text-faint font-normal' : ''">{{ title }}</h2>
      <p v-if="state === 'answered'" class="min-w-0 truncate">{{ answer }}</p>
      <button
        v-if="state === 'answered' && changes"
        type="button"
        class="button button-quiet ml-auto shrink-0"
        :aria-label="`Change: ${title}`"
        @click="emit('change')"
      >
        Change
      </button>
    </div>
    <div v-if="state === 'open'" class="sm:pl-13 pb-6"><slot /></div>
  </section>
</template>
