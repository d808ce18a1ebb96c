<script setup lang="ts">
import { entriesOf } from '~~/core/entries'
import { LEVELS, LEVEL_NAMES, TIERS, type Tier } from '~~/core/catalogue/words'
import type { Edit } from '~~/core/plan/edits'
import { doseWords } from '~~/core/plan/doseWords'
import { twoMore } from '~~/core/plan/opening'
import { Block, blockIn, LaneDeparture } from '~~/core/plan/plan'
import { TIER_NAMES } from '~/words/tiers'

/**
 * Where a lane departs in a block: another movement in the same time, other rounds, a level not to go above, two more
 * for whom it is opening, a dose of its own.
 */
const { block, tiers, disabled = false } = defineProps<{ block: Block; tiers: readonly Tier[]; disabled?: boolean }>()
const emit = defineEmits<{ edit: [edit: Edit] }>()
const { catalogue } = storeToRefs(useCatalogue())
const departing = computed(() => TIERS.filter((tier) => block.lanes?.[tier]))
/** It stays open where the last departure is taken back: another may be wished for. */
const isOpen = ref(departing.value.length > 0)
watch(departing, (tiers) => (isOpen.value ||= tiers.length > 0))
const ladders = (tier: Tier) =>
  [...catalogue.value.movements.values()]
    .filter((movement) => movement.ladders[tier])
    .sort((a, b) => a.name.localeCompare(b.name))

function set(tier: Tier, change: Partial<LaneDeparture>): void {
  const next = { ...block.lanes?.[tier], ...change }
  const kept = LaneDeparture.parse(Object.fromEntries(entriesOf(next)))
  emit('edit', { edit: 'setLane', id: block.id, tier, departure: Object.keys(kept).length === 0 ? null : kept })
}
const numberOr = (event: Event) => Number(textIn(event)) || undefined
</script>

<template>
  <details :open="isOpen" @toggle="isOpen = isUnfolded($event)">
    <summary class="cursor-pointer min-h-11 font-semibold">
      {{
        departing.length === 0
          ? 'A lane does it otherwise'
          : `Otherwise: ${departing.map((tier) => TIER_NAMES[tier].toLowerCase()).join(', ')}`
      }}
    </summary>
    <div v-for="tier in tiers" :key="tier" class="flex flex-wrap items-end gap-3 py-1">
      <span class="flex items-center gap-2 w-28 min-h-11"
        ><TierGlyph :tier="tier" :size="26" label="" />{{ TIER_NAMES[tier] }}</span
      >
      <select
        class="field w-52"
        :value="block.lanes?.[tier]?.movement ?? ''"
        :disabled="disabled"
        :aria-label="`${TIER_NAMES[tier]} does`"
        @change="set(tier, { movement: textIn($event) || undefined })"
      >
        <option value="">the same movement</option>
        <option v-for="movement in ladders(tier)" :key="movement.id" :value="movement.id">{{ movement.name }}</option>
      </select>
      <select
        class="field w-36"
        :value="block.lanes?.[tier]?.rounds ?? ''"
        :disabled="disabled"
        :aria-label="`Rounds in the ${tier} lane`"
        @change="set(tier, { rounds: numberOr($event) })"
      >
        <option value="">same rounds</option>
        <option v-for="rounds in 6" :key="rounds" :value="rounds">
          {{ rounds }} {{ rounds === 1 ? 'round' : 'rounds' }}
        </option>
      </select>
      <select
        class="field w-44"
        :value="block.lanes?.[tier]?.levelAtMost ?? ''"
        :disabled="disabled"
        :aria-label="`Highest level in the ${tier} lane`"
        @change="set(tier, { levelAtMost: numberOr($event) })"
      >
        <option value="">any level</option>
        <option v-for="level in LEVELS" :key="level" :value="level">
          up to {{ level }} · {{ LEVEL_NAMES[level] }}
        </option>
      </select>
      <label v-if="twoMore(blockIn(block, tier).dose)" class="flex items-center gap-2 min-h-11">
        <input
          type="checkbox"
          class="size-5 accent-action"
          :checked="block.lanes?.[tier]?.opening ?? false"
          :disabled="disabled"
          :aria-label="`Two more if it is opening, ${tier}`"
          @change="set(tier, { opening: isTicked($event) || undefined })"
        />Two more if it is opening</label
      >
      <span v-if="block.lanes?.[tier]?.dose" class="flex items-center gap-2 min-h-11" data-test="lane-dose"
        >{{ doseWords(blockIn(block, tier).dose)
        }}<button class="button button-quiet" :disabled="disabled" @click="set(tier, { dose: undefined })">
          Dose of the others
        </button></span
      >
    </div>
  </details>
</template>
