<script setup lang="ts">
import { computed, onMounted } from 'vue'
import { doseWords, roundsWords } from '~~/core/plan/doseWords'
import { joined } from '~~/core/sentence'
import SheetFigure from './SheetFigure.vue'
import type { Practice, Chosen } from './usePractice'

/** Into place: what it is, where it is done, how it begins. It waits for as long as that takes. */
const { practice, chosen } = defineProps<{ practice: Practice; chosen: Chosen }>()
const movement = computed(() => chosen.movement)
const dose = computed(() =>
  joined([doseWords(movement.value.dose), roundsWords(movement.value.rounds, movement.value.sides, null)]),
)
onMounted(() => practice.speech.say(joined([movement.value.name, movement.value.setUp], '. ')))
</script>

<template>
  <h1 tabindex="-1">{{ movement.name }}</h1>
  <SheetFigure :movement="movement" :ground="practice.kept.settings.ground" />
  <p v-if="movement.place" class="place">{{ movement.place }}</p>
  <p>{{ movement.setUp }}</p>
  <p class="dose">{{ dose }}</p>
  <button class="button main" @click="practice.show({ kind: 'play', chosen })">I am ready: begin</button>
  <dl class="says">
    <dt>Feel it</dt>
    <dd>{{ movement.feel }}</dd>
    <dt>Not</dt>
    <dd>{{ movement.notFeel }}</dd>
    <dt>Easier</dt>
    <dd>{{ movement.easier }}</dd>
    <template v-if="movement.more">
      <dt>More</dt>
      <dd>{{ movement.more }}</dd>
    </template>
  </dl>
  <div class="row">
    <button class="button" @click="practice.next()">Leave this one out</button>
    <button class="button" @click="practice.show({ kind: 'start' })">Back to the beginning</button>
  </div>
</template>
