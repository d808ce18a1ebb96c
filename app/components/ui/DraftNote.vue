<script setup lang="ts" generic="T extends object">
import type { Meanwhile } from '~/composables/useDraft'

/** What somebody else changed of the thing in the form, and what became of it. */
const { meanwhile, words } = defineProps<{
  meanwhile: Meanwhile<T> | null
  /** Fields as they are called on the screen. */
  words?: Record<string, string>
}>()
const named = (keys: readonly PropertyKey[]) =>
  keys.map((key) => words?.[String(key)] ?? spaced(String(key))).join(', ')
/** `homeTier` → “home tier”: fields without a name of their own are called what they are. */
function spaced(key: string): string {
  return key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)
}
</script>

<template>
  <div v-if="meanwhile" class="bg-mark-soft rounded-lg px-4 py-3 space-y-1" role="alert" data-test="meanwhile">
    <p>Somebody has saved this in the meantime. Nothing you typed is lost.</p>
    <p v-if="meanwhile.taken.length > 0">Taken over from them: {{ named(meanwhile.taken) }}.</p>
    <p v-if="meanwhile.both.length > 0">Changed by both, look at it before you save: {{ named(meanwhile.both) }}.</p>
  </div>
</template>
