<script setup lang="ts">
import { refusalOf } from '~/composables/useRefusal'

/** What comes after the last decision: the next date, with the plan of this class, in one press. */
const { circleId } = defineProps<{ circleId: string }>()
const practice = usePractice()
const dates = useDates()
const { step, make, making, problem } = useNextStep(() => circleId)
await Promise.all([practice.open(), dates.open()]).catch((error) => (problem.value = refusalOf(error).message))
const ahead = computed(() => ('meeting' in step.value && step.value.does !== 'reflect' ? step.value.meeting : null))
</script>

<template>
  <span class="flex flex-wrap items-center gap-3">
    <span v-if="problem" class="wrong" role="alert">{{ problem }}</span>
    <button v-if="step.does === 'make'" class="button button-main" :disabled="making" @click="make">
      Prepare next week
    </button>
    <NuxtLink v-else-if="ahead" :to="`/meetings/${ahead.id}/prepare`" class="button button-main"
      >Prepare next week</NuxtLink
    >
    <NuxtLink v-else to="/dates" class="button button-main">Say when you meet next</NuxtLink>
  </span>
</template>
