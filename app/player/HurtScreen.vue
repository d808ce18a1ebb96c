<script setup lang="ts">
import { computed, ref } from 'vue'
import NumberButtons from './NumberButtons.vue'
import StopSigns from './StopSigns.vue'
import type { Practice, Chosen } from './usePractice'

/** It hurts: how much, and how. Much or sharp ends this movement until somebody was asked. */
const { practice, chosen } = defineProps<{
  practice: Practice
  chosen: Chosen
  /** Whether it was done to its end before that was said. */
  isDone: boolean
}>()
const { sheet } = practice
const pain = ref<number | null>(null)
const sharp = ref(false)
const word = ref('')
const ends = computed(() => sharp.value || (pain.value ?? 0) >= sheet.stopsAtPain)
</script>

<template>
  <h1 tabindex="-1">It hurts: {{ chosen.movement.name }}</h1>
  <NumberButtons v-model="pain" legend="How much, 1 hardly to 10 as bad as can be" :from="1" />
  <button class="button" :aria-pressed="sharp" @click="sharp = !sharp">
    {{ sharp ? '✓ ' : '' }}It was sharp or stabbing
  </button>
  <label>Where, or a word<input v-model="word" maxlength="200" autocomplete="off" /></label>
  <p class="quiet">
    Sharp pain, or {{ sheet.stopsAtPain }} and more, ends this movement until you have spoken with
    {{ sheet.call.name }}.
  </p>
  <button
    class="button main"
    :disabled="pain === null && !sharp"
    @click="practice.note(chosen, { face: 'hard', stopped: !isDone, pain, sharp, word })"
  >
    {{ ends ? 'Write it down and stop' : 'Write it down and go on' }}
  </button>
  <StopSigns :sheet="sheet" />
  <button v-if="!isDone" class="button" @click="practice.show({ kind: 'play', chosen })">
    It is gone: do it from the beginning
  </button>
</template>
