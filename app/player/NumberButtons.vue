<script setup lang="ts">
/** A number from a row of buttons; the same once more takes it back. */
const { from } = defineProps<{ legend: string; from: number }>()
const chosen = defineModel<number | null>({ required: true })
const NUMBERS = Array.from({ length: 11 - from }, (_, at) => at + from)
</script>

<template>
  <fieldset>
    <legend>{{ legend }}</legend>
    <div class="numbers">
      <button
        v-for="number in NUMBERS"
        :key="number"
        class="button number"
        :aria-pressed="chosen === number"
        @click="chosen = chosen === number ? null : number"
      >
        {{ number }}
      </button>
    </div>
  </fieldset>
</template>
