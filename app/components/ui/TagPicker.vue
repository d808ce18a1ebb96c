<script setup lang="ts">
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { tagWords, TAGS, type Tag } from '~~/core/catalogue/words'

/** Demands to choose: what must not be asked ("no kneeling, no floor"), or with `asks` what a rung asks. */
const { asks = false } = defineProps<{ asks?: boolean }>()
const chosen = defineModel<Tag[]>({ required: true })
const said = computed(() => {
  if (asks) return chosen.value.length === 0 ? 'Nothing special' : chosen.value.map(wordsOf).join(', ')
  return chosen.value.length === 0 ? 'Nothing to avoid' : `No ${chosen.value.map(wordsOf).join(', no ')}`
})
const wordsOf = (tag: Tag) => tagWords(tag)
</script>

<template>
  <Listbox v-model="chosen" multiple as="div" class="relative">
    <ListboxButton class="field text-left min-w-56">{{ said }}</ListboxButton>
    <ListboxOptions
      class="absolute z-20 mt-1 max-h-80 w-72 overflow-auto rounded-xl border border-line bg-raised p-1 shadow-lg"
    >
      <ListboxOption v-for="tag in TAGS" :key="tag" v-slot="{ active, selected }" :value="tag" as="template">
        <li class="flex items-center gap-2 px-3 py-2 rounded-lg cursor-pointer" :class="active ? 'bg-action-soft' : ''">
          <span class="w-4" aria-hidden="true">{{ selected ? '✓' : '' }}</span>{{ wordsOf(tag) }}
        </li>
      </ListboxOption>
    </ListboxOptions>
  </Listbox>
</template>
