<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'

/** Half a minute for whoever counts aloud: it runs by itself once it is begun. */
const SECONDS = 30
const TICK_MS = 100
const left = ref<number | null>(null)
let until = 0
const { pause, resume } = useIntervalFn(
  () => {
    left.value = Math.max(0, (until - performance.now()) / 1000)
    if (left.value === 0) pause()
  },
  TICK_MS,
  { immediate: false },
)
function start(): void {
  until = performance.now() + SECONDS * 1000
  left.value = SECONDS
  resume()
}
</script>

<template>
  <p class="flex items-center gap-4 min-h-13">
    <button class="button min-w-40" @click="start">{{ left === null ? 'Start 30 s' : 'Start again' }}</button>
    <strong v-if="left !== null" class="text-[1.9rem] numerals" role="timer">{{
      left === 0 ? 'Stop' : Math.ceil(left)
    }}</strong>
  </p>
</template>
