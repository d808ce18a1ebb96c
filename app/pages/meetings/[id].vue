<script setup lang="ts">
import { refusalOf } from '~/composables/useRefusal'

/** One meeting: opens it once for its four steps. */
const meeting = useMeeting()
const id = String(useRoute().params.id)
const problem = ref('')
try {
  await meeting.open(id)
} catch (error) {
  problem.value = refusalOf(error).status === 404 ? 'There is no such meeting.' : refusalOf(error).message
}
</script>

<template>
  <div v-if="problem" class="max-w-xl mx-auto py-16 space-y-4">
    <h1>{{ problem }}</h1>
    <NuxtLink to="/" class="button button-main">Back to the circle</NuxtLink>
  </div>
  <NuxtPage v-else />
</template>
