<script setup lang="ts" generic="Shown extends string">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { keysOf } from '~~/core/entries'

/** What a screen shows, chosen where it stands: it is touched once and then left alone. */
const { choices } = defineProps<{ choices: Readonly<Partial<Record<Shown, string>>> }>()
const chosen = defineModel<Shown>('chosen', { required: true })
const captions = defineModel<boolean>('captions', { required: true })
const emit = defineEmits<{ leave: [] }>()
const keys = computed(() => keysOf<Shown>(choices))
</script>

<template>
  <Popover class="relative z-10">
    <PopoverButton class="button">Show</PopoverButton>
    <PopoverPanel
      v-slot="{ close }"
      class="absolute right-0 mt-1 w-64 p-3 bg-raised border border-line rounded-xl shadow-lg grid gap-1"
    >
      <div v-if="keys.length > 0" class="grid gap-1" role="group" aria-label="What is shown">
        <button
          v-for="key in keys"
          :key="key"
          class="button"
          :class="chosen === key ? 'button-on' : 'button-quiet'"
          :aria-pressed="chosen === key"
          @click="((chosen = key), close())"
        >
          {{ choices[key] }}
        </button>
      </div>
      <label class="flex items-center gap-3 min-h-11 px-2"
        ><input v-model="captions" type="checkbox" class="size-5 accent-action" />Captions</label
      >
      <button class="button button-quiet" @click="emit('leave')">Leave</button>
    </PopoverPanel>
  </Popover>
</template>
