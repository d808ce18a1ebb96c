<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import type { ClassSheet } from '~~/core/home/classSheet'
import AlongScreen from './AlongScreen.vue'
import JoinScreen from './JoinScreen.vue'
import StopSigns from './StopSigns.vue'
import { useAlong } from './useAlong'
import { useLook } from './useLook'
import { useOneSwitch } from './useOneSwitch'

/** One's own lane of a class, in step with whoever leads it on the call. */
const { sheet } = defineProps<{ sheet: ClassSheet }>()
const along = useAlong(sheet)
const { kept, reading } = along
useLook(kept.settings)
useOneSwitch(() => kept.settings.oneSwitch)
const hurts = ref(false)
const screen = computed(() => {
  if (hurts.value) return 'hurt'
  if (reading.value === null) return 'join'
  return reading.value.status === 'finished' ? 'over' : 'along'
})
function goOn(): void {
  hurts.value = false
}
function enough(): void {
  hurts.value = false
  along.leave()
}
// Whoever reads with a screen reader, or moves by keys, begins at the head of each screen.
watch(screen, async () => {
  await nextTick()
  document.querySelector<HTMLElement>('main h1')?.focus()
  scrollTo(0, 0)
})
</script>

<template>
  <main>
    <template v-if="screen === 'hurt'">
      <h1 tabindex="-1">Stop, and tell {{ sheet.call.name }} now</h1>
      <p>The class goes on without you: nobody waits. Sit or lie as it is easiest.</p>
      <StopSigns :sheet="sheet" />
      <button class="button" @click="goOn">It is gone: go on, easier</button>
      <button class="button main" @click="enough">That is enough for today</button>
    </template>
    <template v-else-if="screen === 'over'">
      <h1 tabindex="-1">Thank you</h1>
      <p>The class is over. Tell {{ sheet.call.name }} what hurt, and what was easy.</p>
      <button class="button main" @click="along.leave()">Close</button>
    </template>
    <JoinScreen v-else-if="screen === 'join'" :along="along" />
    <AlongScreen v-else :along="along" @hurts="hurts = true" />
  </main>
</template>
