<script setup lang="ts">
/** Whose sensor it is: this device's own, or one that is simulated. */
const { people, disabled } = defineProps<{ people: readonly { name: string }[]; disabled: boolean }>()
const chosen = defineModel<number | null>({ required: true })
</script>

<template>
  <label class="flex items-center gap-2 ml-auto"
    ><span class="text-faint text-[0.94rem]">Sensor</span
    ><select v-model="chosen" data-test="sensor" class="field w-80" :disabled="disabled">
      <option :value="null">this device’s own</option>
      <option v-for="(person, at) in people" :key="person.name" :value="at">simulated: {{ person.name }}</option>
    </select></label
  >
</template>
