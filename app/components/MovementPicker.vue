<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import type { Movement } from '~~/core/catalogue/catalogue'
import { TIERS } from '~~/core/catalogue/words'
import { TIER_NAMES } from '~/words/tierWords'

/** Finds a movement by name, intent or region and hands it on. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: []; pick: [movement: Movement] }>()
const { catalogue } = storeToRefs(useCatalogue())
const asked = ref('')
watch(() => open, () => (asked.value = ''))

const found = computed(() => {
  const words = asked.value.toLowerCase().split(/\s+/).filter((word) => word !== '')
  return [...catalogue.value.movements.values()].filter((movement) => {
    const text = `${movement.name} ${movement.intent} ${Object.keys(movement.regions).join(' ').replaceAll('-', ' ')} ${movement.phase}`.toLowerCase()
    return words.every((word) => text.includes(word))
  })
})
</script>

<template>
  <Dialog :open="open" class="relative z-40" @close="emit('close')">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-start justify-center pt-[8vh] p-5">
      <DialogPanel class="bg-raised rounded-2xl p-5 w-full max-w-2xl">
        <DialogTitle as="h2" class="mb-3">Add a movement</DialogTitle>
        <Combobox nullable :model-value="null" @update:model-value="(movement: Movement | null) => movement && emit('pick', movement)">
          <ComboboxInput class="field" placeholder="Hip, breath, balance …" aria-label="Name, intent or region" @change="asked = $event.target.value" />
          <ComboboxOptions static class="mt-3 max-h-[60vh] overflow-auto">
            <ComboboxOption v-for="movement in found" :key="movement.id" v-slot="{ active }" :value="movement" as="template">
              <li class="flex gap-3 items-center px-3 py-2 rounded-lg cursor-pointer" :class="active ? 'bg-action-soft' : ''">
                <div class="flex-1">
                  <p class="font-semibold">{{ movement.name }}</p>
                  <p class="text-[0.94rem] text-faint">{{ movement.intent }}</p>
                </div>
                <span v-for="tier in TIERS" :key="tier" :class="movement.ladders[tier] ? '' : 'opacity-35'"><TierGlyph :tier="tier" :size="24" :label="movement.ladders[tier] ? TIER_NAMES[tier] : `${TIER_NAMES[tier]}: a stand-in`" /></span>
              </li>
            </ComboboxOption>
            <li v-if="found.length === 0" class="px-3 py-4 text-faint">No movement has these words. Try a body part, or fewer words.</li>
          </ComboboxOptions>
        </Combobox>
      </DialogPanel>
    </div>
  </Dialog>
</template>
