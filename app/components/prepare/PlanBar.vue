<script setup lang="ts">
import { PREPARE_KEYS as KEYS } from '~/keys'
import { clockWords } from '~/words/clock'

/** The sum of the minutes, and what can be done to the chosen block. */
const { minutes, seconds, at, count, locked } = defineProps<{
  /** What the plan may take. */
  minutes: number
  /** What it takes. */
  seconds: number
  /** The chosen block's place, -1 where none is; of how many. */
  at: number
  count: number
  locked: boolean
}>()
const emit = defineEmits<{ move: [by: number]; remove: []; add: [] }>()
const editor = usePlanEditor()
const left = computed(() => minutes * 60 - seconds)
const share = computed(() => Math.min(1, seconds / (minutes * 60)))
</script>

<template>
  <div class="flex flex-wrap items-center gap-4">
    <p class="numerals text-xl font-semibold" data-test="total">
      <span data-test="total-seconds" :data-seconds="seconds">{{ clockWords(seconds) }}</span>
      <span class="font-normal text-faint ml-1.5">of {{ minutes }}:00</span>
    </p>
    <div class="flex-1 min-w-40 h-3 rounded-full bg-sunk border border-line overflow-hidden" aria-hidden="true">
      <div class="h-full" :class="left < 0 ? 'bg-stop' : 'bg-action'" :style="{ width: `${share * 100}%` }" />
    </div>
    <p class="numerals" :class="left < 0 ? 'text-stop font-semibold' : 'text-faint'">
      {{ left < 0 ? `${clockWords(-left)} too long` : `${clockWords(left)} free` }}
    </p>
    <div class="flex gap-2">
      <button class="button" :disabled="!editor.canUndo || locked" :title="KEYS.undo.shown" @click="editor.undo">
        Undo
      </button>
      <button class="button" :disabled="!editor.canRedo || locked" :title="KEYS.redo.shown" @click="editor.redo">
        Redo
      </button>
      <button
        class="button"
        :disabled="locked || at < 1"
        :title="KEYS.earlier.shown"
        aria-label="Move the block earlier"
        @click="emit('move', -1)"
      >
        ←
      </button>
      <button
        class="button"
        :disabled="locked || at < 0 || at === count - 1"
        :title="KEYS.later.shown"
        aria-label="Move the block later"
        @click="emit('move', 1)"
      >
        →
      </button>
      <button class="button" :disabled="locked || at < 0" :title="KEYS.remove.shown" @click="emit('remove')">
        Remove
      </button>
      <button class="button button-main" :disabled="locked" :title="KEYS.add.shown" @click="emit('add')">
        Add a movement
      </button>
    </div>
  </div>
</template>
