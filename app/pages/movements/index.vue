<script setup lang="ts">
import { TIERS } from '~~/core/catalogue/words'
import { TIER_NAMES } from '~/words/tierWords'

/** Every movement of the catalogue, found by name, intent or region. */
const catalogues = useCatalogue()
await catalogues.load()
const asked = ref('')
const found = computed(() => {
  const words = asked.value.toLowerCase().split(/\s+/).filter((word) => word !== '')
  return [...catalogues.catalogue.movements.values()].filter((movement) => {
    const text = `${movement.name} ${movement.intent} ${Object.keys(movement.regions).join(' ').replaceAll('-', ' ')}`.toLowerCase()
    return words.every((word) => text.includes(word))
  })
})
</script>

<template>
  <div class="space-y-4">
    <div class="flex flex-wrap items-end gap-4"><h1>Movements</h1><input v-model="asked" type="search" class="field w-72 ml-auto" placeholder="Hip, breath, balance …" aria-label="Name, intent or region" ></div>
    <ul class="divide-y divide-line">
      <li v-for="movement in found" :key="movement.id">
        <NuxtLink :to="`/movements/${movement.id}`" class="grid grid-cols-[16rem_minmax(0,1fr)_auto] gap-6 items-center py-3 px-2 hover:bg-sunk rounded-lg">
          <strong class="font-semibold text-[1.1rem]">{{ movement.name }}</strong>
          <span>{{ movement.intent }}</span>
          <span class="flex gap-3"><span v-for="tier in TIERS" :key="tier" class="flex items-center gap-1 text-[0.88rem] text-faint"><TierGlyph :tier="tier" :size="28" :label="TIER_NAMES[tier]" :class="movement.ladders[tier] ? '' : 'opacity-40'" />{{ movement.ladders[tier]?.length ?? 'stand-in' }}</span></span>
        </NuxtLink>
      </li>
    </ul>
    <p v-if="found.length === 0">No movement has these words. Try a body part, or fewer words.</p>
  </div>
</template>
