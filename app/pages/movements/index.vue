<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { dequal } from 'dequal/lite'
import { useSessionStorage } from '@vueuse/core'
import { ANYTHING, findMovements, type Wanted } from '~~/core/catalogue/find'
import { STRAND_WORDS } from '~~/core/catalogue/strand'
import { REGIONS, STRANDS, TIERS, type Tier } from '~~/core/catalogue/words'
import { demandsOf } from '~~/core/offer/verdict'
import { TIER_NAMES } from '~/words/tiers'

/** Every movement of the catalogue, found by intent, region, tier, prop and what it avoids. */
const catalogues = useCatalogue()
const { isLead } = useAccount()
await catalogues.load()
const wanted = useSessionStorage<Wanted>(
  'movements-wanted',
  { ...ANYTHING, tiers: [], without: [] },
  { mergeDefaults: true },
)
const found = computed(() =>
  findMovements(catalogues.catalogue, wanted.value, (variation) =>
    demandsOf(variation, catalogues.catalogue).map((demand) => demand.tag),
  ),
)
const isNarrowed = computed(() => !dequal(wanted.value, ANYTHING))
const regionWords = (region: string) => region.replaceAll('-', ' ')
/** The rung that stands for a movement in the list: a comfortable one, on the chair where it has one. */
const pictured = (rungs: (typeof found.value)[number]['rungs']) =>
  rungs.find((rung) => rung.tier === 'chair' && rung.level >= 2) ??
  rungs.find((rung) => rung.level >= 2) ??
  entryAt(rungs, 0)

function toggle(tier: Tier): void {
  const { tiers } = wanted.value
  wanted.value.tiers = tiers.includes(tier) ? tiers.filter((other) => other !== tier) : [...tiers, tier]
}
</script>

<template>
  <div class="space-y-5">
    <div class="flex flex-wrap items-baseline gap-4">
      <h1>Movements</h1>
      <p class="text-faint" aria-live="polite" data-test="found">
        {{ found.length }} of {{ catalogues.catalogue.movements.size }}
      </p>
      <NuxtLink v-if="isLead" to="/movements/change/new" class="button ml-auto">Add a movement of your own</NuxtLink>
    </div>
    <div class="flex flex-wrap items-end gap-x-4 gap-y-3">
      <label class="w-64"
        ><span class="label text-[0.94rem]">Name or intent</span
        ><input v-model="wanted.words" type="search" class="field" placeholder="Hip, breath, balance …"
      /></label>
      <label class="w-52"
        ><span class="label text-[0.94rem]">Region</span
        ><select v-model="wanted.region" class="field">
          <option :value="null">Any</option>
          <option v-for="region in REGIONS" :key="region" :value="region">{{ regionWords(region) }}</option>
        </select></label
      >
      <label class="w-48"
        ><span class="label text-[0.94rem]">Balance</span
        ><select v-model="wanted.strand" class="field">
          <option :value="null">Any or none</option>
          <option v-for="strand in STRANDS" :key="strand" :value="strand">{{ STRAND_WORDS[strand] }}</option>
        </select></label
      >
      <label class="w-48"
        ><span class="label text-[0.94rem]">With this prop</span
        ><select v-model="wanted.prop" class="field">
          <option :value="null">Any or none</option>
          <option v-for="prop in catalogues.catalogue.props.values()" :key="prop.id" :value="prop.id">
            {{ prop.name }}
          </option>
        </select></label
      >
      <div><span class="label text-[0.94rem]">What it avoids</span><TagPicker v-model="wanted.without" /></div>
      <div role="group" aria-label="Works in" class="flex flex-wrap gap-1">
        <button
          v-for="tier in TIERS"
          :key="tier"
          class="button px-3"
          :class="wanted.tiers.includes(tier) ? 'button-on' : ''"
          :aria-pressed="wanted.tiers.includes(tier)"
          @click="toggle(tier)"
        >
          <TierGlyph :tier="tier" :size="24" />{{ TIER_NAMES[tier] }}
        </button>
      </div>
      <button v-if="isNarrowed" class="button button-quiet" @click="wanted = { ...ANYTHING, tiers: [], without: [] }">
        Show all
      </button>
    </div>
    <ul class="grid gap-x-8 lg:grid-cols-2">
      <li v-for="{ movement, rungs } in found" :key="movement.id" class="border-t border-line">
        <NuxtLink :to="`/movements/${movement.id}`" class="flex gap-4 items-center py-2 px-1 hover:bg-sunk rounded-lg">
          <MovementFigure :variation="pictured(rungs)" :height="64" label="" class="mx-1" />
          <span class="flex-1 min-w-0"
            ><strong class="font-semibold block">{{ movement.name }}</strong
            ><span class="text-faint text-[0.94rem] leading-snug block">{{ movement.intent }}</span></span
          >
          <span class="flex gap-2 shrink-0"
            ><span v-for="tier in TIERS" :key="tier" class="flex flex-col items-center text-[0.8rem] text-faint"
              ><TierGlyph
                :tier="tier"
                :size="24"
                :label="TIER_NAMES[tier]"
                :class="rungs.some((rung) => rung.tier === tier) ? '' : 'opacity-25'"
              />{{
                rungs.filter((rung) => rung.tier === tier).length || (movement.ladders[tier] ? '–' : 'stand-in')
              }}</span
            ></span
          >
        </NuxtLink>
      </li>
    </ul>
    <p v-if="found.length === 0" class="py-6">
      Nothing fits all of this. Leave out a prop, a tier, or something to avoid.
    </p>
  </div>
</template>
