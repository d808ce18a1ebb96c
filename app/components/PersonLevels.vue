<script setup lang="ts">
import { TIERS } from '~~/core/catalogue/words'
import type { Participant } from '~~/core/offer/participant'
import { TIER_NAMES } from '~/words/tierWords'

/** The rungs somebody works at, movement by movement, with the sides apart where they differ. */
const { person } = defineProps<{ person: Participant }>()
const { catalogue } = storeToRefs(useCatalogue())
const tiers = computed(() => TIERS.filter((tier) => person.levels.some((level) => level.tier === tier)))
const rows = computed(() => [...catalogue.value.movements.values()].flatMap((movement) => {
  const own = person.levels.filter((level) => level.movement === movement.id)
  return own.length === 0 ? [] : [{ movement, cells: tiers.value.map((tier) => own.filter((level) => level.tier === tier)) }]
}))
</script>

<template>
  <p v-if="rows.length === 0" class="text-faint">No level is placed yet.</p>
  <table v-else class="border-collapse">
    <thead><tr class="text-left text-faint text-[0.94rem]"><th class="font-normal pr-6">Movement</th><th v-for="tier in tiers" :key="tier" class="font-normal pr-6">{{ TIER_NAMES[tier] }}</th></tr></thead>
    <tbody class="divide-y divide-line">
      <tr v-for="{ movement, cells } in rows" :key="movement.id">
        <th scope="row" class="text-left font-normal pr-6 py-1">{{ movement.name }}</th>
        <td v-for="(levels, at) in cells" :key="at" class="pr-6"><span class="flex gap-2"><span v-for="level in levels" :key="level.side" class="flex items-center gap-1"><TierGlyph :tier="level.tier" :level="level.level" :size="30" /><span v-if="level.side !== 'both'" class="text-[0.88rem] text-faint">{{ level.side }}</span></span></span></td>
      </tr>
    </tbody>
  </table>
</template>
