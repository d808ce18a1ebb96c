<script setup lang="ts">
import { counted } from '~~/core/sentence'
import type { Practice } from './usePractice'

/** What was done. */
const { practice, count } = defineProps<{ practice: Practice; count: number }>()
const { habit } = practice
</script>

<template>
  <h1 tabindex="-1">{{ count > 0 ? 'Done' : 'Nothing done, and that is all right' }}</h1>
  <p v-if="count > 0">
    {{ counted(count, 'movement') }}. That makes {{ counted(habit.daysThisWeek, 'day') }} of the last seven.
  </p>
  <p v-if="habit.weeksKept > 0">{{ counted(habit.weeksKept, 'week') }} kept in a row. A week off is let go by.</p>
  <p v-if="practice.sheet.sendsTo" role="status">{{ practice.sending.said.value }}</p>
  <p v-if="habit.nextAfterDays !== null" class="quiet">
    The next movement comes after {{ counted(habit.nextAfterDays, 'more day', 'more days') }} of practice.
  </p>
  <button class="button main" @click="practice.show({ kind: 'start' })">Back to the beginning</button>
  <button class="button" @click="practice.show({ kind: 'back' })">Give back what I did</button>
</template>
