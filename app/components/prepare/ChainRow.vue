<script setup lang="ts">
import { isTwoSided } from '~~/core/time/workSeconds'
import { isBySide, partsOfChain, type Chain } from '~~/core/plan/chain'

/** The chain that the chosen block is a part of: its name, how it treats the sides, and the way out of it. */
const { chain, locked } = defineProps<{ chain: Chain; locked: boolean }>()
const emit = defineEmits<{ rename: [name: string]; turnSides: []; loose: [] }>()
const { catalogue } = storeToRefs(useCatalogue())
const parts = computed(() => partsOfChain(chain))
const bySide = computed(() => isBySide(chain))
const hasSides = computed(() =>
  parts.value.some((id) => isTwoSided(catalogue.value.movements.get(id)?.sides ?? 'both')),
)
</script>

<template>
  <div
    class="flex flex-wrap items-center gap-x-3 gap-y-1 px-5 py-1 border-t border-line text-[0.94rem]"
    role="group"
    aria-label="Chain"
    data-test="chain"
  >
    <label class="flex items-center gap-2"
      ><span class="text-faint whitespace-nowrap">A chain of {{ parts.length }}</span
      ><input
        class="field min-h-9 py-0 w-72"
        maxlength="60"
        :value="chain.name"
        :disabled="locked"
        aria-label="Name of the chain"
        @change="emit('rename', textIn($event))"
    /></label>
    <button
      v-if="hasSides"
      class="button button-quiet"
      :disabled="locked"
      :aria-pressed="bySide"
      data-test="by-side"
      @click="emit('turnSides')"
    >
      {{ bySide ? 'One side, then the other' : 'Each part on both sides' }}
    </button>
    <button class="button button-quiet" :disabled="locked" @click="emit('loose')">Take apart</button>
  </div>
</template>
