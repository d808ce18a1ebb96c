<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'

/** What a coined word means, behind a small question mark beside it. */
defineProps<{ about: string }>()
</script>

<template>
  <Popover class="relative inline-block">
    <PopoverButton
      class="size-6 rounded-full border border-faint text-faint text-[0.88rem] leading-none font-semibold hover:border-action hover:text-action"
      :aria-label="`What is: ${about}`"
      >?</PopoverButton
    >
    <PopoverPanel
      class="absolute left-0 z-40 mt-2 w-80 bg-raised border border-line rounded-2xl shadow-xl p-4 text-[0.94rem] leading-snug font-normal"
      ><slot
    /></PopoverPanel>
  </Popover>
</template>
