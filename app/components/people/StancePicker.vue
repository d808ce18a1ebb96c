<script setup lang="ts">
import type { Measure } from '~~/core/catalogue/measure'

/** How somebody stands whose sway is measured: eyes and base, each a test of its own. */
const { measures } = defineProps<{ measures: readonly Measure[] }>()
const chosen = defineModel<string>({ required: true })
const stance = computed(() => measures.find(({ id }) => id === chosen.value)?.stance)
const SETTINGS = {
  base: {
    words: 'Base',
    values: [
      ['apart', 'Feet hip-wide'],
      ['together', 'Feet together'],
    ],
  },
  eyes: {
    words: 'Eyes',
    values: [
      ['open', 'Open'],
      ['closed', 'Closed'],
    ],
  },
} as const
function set(what: 'base' | 'eyes', to: string): void {
  const wanted = { ...stance.value, [what]: to }
  const found = measures.find(({ stance: one }) => one && one.base === wanted.base && one.eyes === wanted.eyes)
  if (found) chosen.value = found.id
}
</script>

<template>
  <div v-if="stance" class="flex flex-wrap gap-x-6 gap-y-2">
    <div v-for="(setting, what) in SETTINGS" :key="what" role="group" :aria-label="setting.words">
      <span class="label text-[0.94rem]">{{ setting.words }}</span>
      <div class="flex gap-2">
        <button
          v-for="[value, words] in setting.values"
          :key="value"
          class="button"
          :class="stance[what] === value ? 'button-on' : ''"
          :aria-pressed="stance[what] === value"
          @click="set(what, value)"
        >
          {{ words }}
        </button>
      </div>
    </div>
  </div>
</template>
