<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { shownKeys } from '~/composables/useKeys'
import { SEARCH_KEY } from '~/keys'

/** All keys of the screen that is open. */
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog open class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-5">
      <DialogPanel class="bg-raised rounded-2xl p-6 w-full max-w-xl max-h-[85dvh] overflow-auto">
        <DialogTitle as="h2">Keys on this screen</DialogTitle>
        <dl v-if="shownKeys.length > 0" class="mt-4 grid grid-cols-[max-content_1fr] gap-x-5 gap-y-2">
          <template v-for="key in shownKeys" :key="key.shown">
            <dt>
              <kbd class="key">{{ key.shown }}</kbd>
            </dt>
            <dd>{{ key.does }}</dd>
          </template>
        </dl>
        <p v-else class="mt-4 text-faint">Tab moves from one field or button to the next, Enter presses it.</p>
        <p class="mt-4 text-faint">
          <kbd class="key">{{ SEARCH_KEY.shown }}</kbd> finds people, movements, plans and meetings from anywhere but a
          class.
        </p>
        <button class="button mt-5" @click="emit('close')">Close</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
