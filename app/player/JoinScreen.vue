<script setup lang="ts">
import { computed, ref } from 'vue'
import { TIER_NAMES } from '~/words/tiers'
import SettingsBar from './SettingsBar.vue'
import StopSigns from './StopSigns.vue'
import type { Along, Doubt } from './useAlong'

/** Into step with a class: by the code that is read out, or by hand. */
const { along } = defineProps<{ along: Along }>()
const { sheet, kept } = along
const code = ref('')
const wrong = ref('')
const doubt = ref<Doubt | null>(null)
const clock = computed(() => (void doubt.value, new Date().toTimeString().slice(0, 5)))
/** A file of another day holds what was good for them on that day. */
const isOfAnotherDay = new Date(sheet.startsAt).toDateString() !== new Date().toDateString()
const nameOf = (block: Doubt['made']) => block?.name ?? 'the way back at the end'
function join(): void {
  const answer = along.setBy(code.value)
  wrong.value = typeof answer === 'string' ? answer : ''
  doubt.value = typeof answer === 'string' ? null : answer
}
</script>

<template>
  <h1 tabindex="-1">{{ sheet.title }}</h1>
  <p class="quiet">{{ sheet.when }}. {{ sheet.personName }}, {{ TIER_NAMES[sheet.tier].toLowerCase() }}, by video.</p>
  <StopSigns :sheet="sheet" />
  <p v-if="isOfAnotherDay" class="notice" data-test="another-day">
    This file is for the class of {{ sheet.when }}. Today is another day by the clock of this device: ask
    {{ sheet.call.name }} for the file of today’s class.
  </p>
  <p class="notice">
    You are at home, and nobody in the room can reach you: the floor clear, the chair against a wall, a telephone within
    reach, somebody within call.
  </p>
  <form class="asks" @submit.prevent="join">
    <label
      >The start code, as {{ sheet.call.name }} reads it out<input
        v-model="code"
        autocomplete="off"
        autocapitalize="characters"
        spellcheck="false"
        maxlength="40"
        :aria-invalid="wrong !== ''"
        aria-describedby="wrong"
    /></label>
    <p id="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <button class="button main">Begin in step</button>
  </form>
  <div v-if="doubt" class="notice" role="alert">
    <p>
      The clock of this device says {{ clock }}.
      <template v-if="doubt.wouldBe"
        >By that the class is at {{ nameOf(doubt.wouldBe) }} by now, and the code was made at
        {{ nameOf(doubt.made) }}.</template
      ><template v-else>By that the class is over, or has not begun.</template> Is the clock right?
    </p>
    <div class="row">
      <button v-if="doubt.wouldBe" class="button" @click="along.trust(doubt)">It is right: go there</button>
      <button class="button" @click="along.beginWith(doubt.made?.id ?? null)">
        Begin with {{ nameOf(doubt.made) }} now
      </button>
    </div>
  </div>
  <details>
    <summary>No code? Begin by hand</summary>
    <p>Press the movement when you hear that it begins.</p>
    <ol>
      <li v-for="block in sheet.blocks" :key="block.id">
        <button class="button item" @click="along.beginWith(block.id)">
          <strong>{{ block.name }}</strong><span class="quiet">{{ block.rung || 'Breathe where you are' }}</span>
        </button>
      </li>
    </ol>
  </details>
  <SettingsBar :kept="kept" :can-speak="false" />
</template>
