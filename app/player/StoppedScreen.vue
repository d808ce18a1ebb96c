<script setup lang="ts">
import StopSigns from './StopSigns.vue'
import type { Practice, Chosen } from './usePractice'

/** A movement has ended with much or sharp pain: whom to call. */
const { practice, chosen } = defineProps<{ practice: Practice; chosen: Chosen }>()
const { sheet } = practice
</script>

<template>
  <h1 tabindex="-1">{{ chosen.movement.name }} ends here</h1>
  <p>
    Rest. Call {{ sheet.call.name }}<template v-if="sheet.call.telephone">, {{ sheet.call.telephone }}</template
    >, before you do it again. It is left out until then.
  </p>
  <StopSigns :sheet="sheet" />
  <button v-if="practice.queue.value.length > 0" class="button" @click="practice.next()">
    Go on with something else
  </button>
  <button class="button main" @click="practice.show({ kind: 'start' })">Enough for today</button>
</template>
