<script setup lang="ts">
import { refusalOf } from '~/composables/useRefusal'

/** One meeting: opens it once for its four steps, and hears what others say in it. */
const RETRY_MS = 3000
const meeting = useMeeting()
const route = useRoute()
const id = String(route.params.id)
const problem = ref('')
/** Whether the same may go well the next time. */
const isForNow = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined

async function open(): Promise<void> {
  clearTimeout(timer)
  try {
    await meeting.open(id)
    problem.value = ''
  } catch (error) {
    const { kind, status, message } = refusalOf(error)
    problem.value = status === 404 ? 'There is no such meeting.' : message
    isForNow.value = kind === 'unreachable' || status >= 500
    if (isForNow.value) timer = setTimeout(() => void open(), RETRY_MS)
  }
}
onScopeDispose(() => clearTimeout(timer))
const LEADING = /\/(lead|follow)$/
useFollowing(() => LEADING.test(route.path))
await open()
</script>

<template>
  <div v-if="problem" class="max-w-xl mx-auto py-16 space-y-4" data-test="cannot-open">
    <h1>{{ problem }}</h1>
    <p v-if="isForNow" class="text-faint">It is tried again every few seconds.</p>
    <div class="flex flex-wrap gap-3">
      <button v-if="isForNow" class="button button-main" @click="open">Try now</button>
      <NuxtLink to="/" class="button" :class="isForNow ? '' : 'button-main'">Back to the circle</NuxtLink>
    </div>
  </div>
  <NuxtPage v-else />
</template>
