<script setup lang="ts">
import type { Mark } from '~/components/figures/MarkGlyph.vue'

/** People and what is to be looked at with each, under a mark. */
defineProps<{ title: string; mark: Mark; rows: { id: string; name: string; words: string }[] }>()
const emit = defineEmits<{ select: [id: string] }>()
</script>

<template>
  <section v-if="rows.length > 0" :aria-label="title">
    <h2 class="mb-1">{{ title }}</h2>
    <ul>
      <li v-for="{ id, name, words } in rows" :key="id" class="flex gap-3 items-start">
        <MarkGlyph :mark="mark" class="shrink-0 mt-2.5" label="" />
        <button
          class="w-22 shrink-0 text-left font-semibold min-h-11 underline underline-offset-4 decoration-line hover:decoration-action"
          @click="emit('select', id)"
        >
          {{ name }}
        </button>
        <span class="py-2 leading-snug">{{ words }}</span>
      </li>
    </ul>
  </section>
</template>
