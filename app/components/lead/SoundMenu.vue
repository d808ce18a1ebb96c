<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import type { Heard } from '~/composables/useVoice'

/** What may be heard on this device. */
const { canSpeak } = defineProps<{ canSpeak: boolean }>()
const heard = defineModel<Heard>({ required: true })
const SPEECH: [keyof Heard, string] = ['speech', 'The device says the cues']
const SETTINGS = computed((): [keyof Heard, string][] => [
  ['tones', 'A soft tone where something changes'],
  ['lastFive', 'Five ticks before the end'],
  ['count', 'A tick at every repetition'],
  ...(canSpeak ? [SPEECH] : []),
])
</script>

<template>
  <Popover class="relative">
    <PopoverButton class="button">Sound</PopoverButton>
    <PopoverPanel class="absolute left-0 z-30 mt-2 w-80 bg-raised border border-line rounded-2xl shadow-xl p-4">
      <label v-for="[key, words] in SETTINGS" :key="key" class="flex items-center gap-3 min-h-11"
        ><input
          type="checkbox"
          class="size-5 accent-action"
          :checked="heard[key]"
          @change="heard = { ...heard, [key]: isTicked($event) }"
        />{{ words }}</label
      >
    </PopoverPanel>
  </Popover>
</template>
