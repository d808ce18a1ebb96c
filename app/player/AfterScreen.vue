<script setup lang="ts">
import { ref } from 'vue'
import { FACES, type Face } from '~~/core/home/homeDay'
import FaceGlyph from './FaceGlyph.vue'
import NumberButtons from './NumberButtons.vue'
import type { Practice, Chosen } from './usePractice'

/** How it was: one of three faces is enough. */
const { practice, chosen } = defineProps<{ practice: Practice; chosen: Chosen }>()
const WORDS: Record<Face, string> = { easy: 'Easy', right: 'Just right', hard: 'Hard' }
const effort = ref<number | null>(null)
const word = ref('')
</script>

<template>
  <h1 tabindex="-1">How was it?</h1>
  <div class="faces">
    <button
      v-for="face in FACES"
      :key="face"
      class="button main-row"
      @click="practice.note(chosen, { face, effort, word })"
    >
      <FaceGlyph :face="face" />{{ WORDS[face] }}
    </button>
  </div>
  <button class="button stop" @click="practice.show({ kind: 'hurt', chosen, isDone: true })">It hurt</button>
  <details>
    <summary>A number or a word with it</summary>
    <NumberButtons v-model="effort" legend="How much effort, 0 nothing to 10 all I have" :from="0" />
    <label>A word<input v-model="word" maxlength="200" autocomplete="off" /></label>
  </details>
  <button class="button" @click="practice.next()">I did not do it</button>
</template>
