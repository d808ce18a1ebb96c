<script setup lang="ts">
import { LOOK_BACK_WEEKS, type LookBackWeeks } from '~~/core/reflect/lookBack'

/** How far to look back. */
const weeks = defineModel<LookBackWeeks>({ required: true })
</script>

<template>
  <div class="flex rounded-full border border-line overflow-hidden w-fit" role="group" aria-label="How far back">
    <button
      v-for="choice in LOOK_BACK_WEEKS"
      :key="choice"
      class="px-4 min-h-11"
      :class="weeks === choice ? 'bg-action-soft font-semibold' : 'hover:bg-sunk'"
      :aria-pressed="weeks === choice"
      @click="weeks = choice"
    >
      {{ choice }} weeks
    </button>
  </div>
</template>
