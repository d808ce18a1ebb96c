<script setup lang="ts">
import type { Aim } from '~~/core/catalogue/aim'
import { STRAND_WORDS } from '~~/core/catalogue/strand'
import { Quality, REGIONS, STRANDS, type Region, type Strand } from '~~/core/catalogue/words'

/** What a session is for: one of the ready aims, what its people come for, or regions weighed by hand. */
const aim = defineModel<Aim>({ required: true })
const { ofGoals } = defineProps<{
  /** What follows from the goals of who is expected; null: nobody has one. */
  ofGoals: Aim | null
}>()
const { catalogue } = storeToRefs(useCatalogue())
const aims = computed(() => [...(ofGoals ? [ofGoals] : []), ...catalogue.value.aims])
const own = computed(() => !aims.value.some((other) => other.id === aim.value.id))

function choose(id: string): void {
  const ready = aims.value.find((other) => other.id === id)
  aim.value = ready ?? { ...aim.value, id: 'own', name: 'Our own aim', words: '' }
}
function weigh(region: Region, weight: number): void {
  const { [region]: _before, ...others } = aim.value.regions
  const regions = weight > 0 ? { ...others, [region]: weight } : others
  if (Object.keys(regions).length > 0) aim.value = { ...aim.value, regions }
}
/** A line of defence that has to be in it, or need not. */
function train(strand: Strand): void {
  const { strands = [] } = aim.value
  const isIn = strands.includes(strand)
  aim.value = { ...aim.value, strands: STRANDS.filter((one) => (one === strand ? !isIn : strands.includes(one))) }
}
</script>

<template>
  <div class="space-y-3">
    <div class="flex flex-wrap gap-4 items-end">
      <label class="w-64"
        ><span class="label text-[0.94rem]">Aim</span
        ><select class="field" :value="own ? 'own' : aim.id" data-test="aim" @change="choose(textIn($event))">
          <option v-for="ready in aims" :key="ready.id" :value="ready.id">{{ ready.name }}</option>
          <option value="own">weighed by hand</option>
        </select></label
      >
      <label v-if="own" class="w-40"
        ><span class="label text-[0.94rem]">First of all</span
        ><select class="field" :value="aim.quality" @change="aim = { ...aim, quality: textIn($event) as 'mobility' }">
          <option v-for="quality in Quality.options" :key="quality" :value="quality">{{ quality }}</option>
        </select></label
      >
      <p class="text-faint flex-1 min-w-52">{{ aim.words }}</p>
    </div>
    <fieldset v-if="own" data-test="aim-strands">
      <legend class="label text-[0.94rem]">Balance that has to be in it</legend>
      <div class="flex flex-wrap gap-x-5">
        <label v-for="strand in STRANDS" :key="strand" class="flex items-center gap-2 min-h-11"
          ><input type="checkbox" :checked="aim.strands?.includes(strand) ?? false" @change="train(strand)" />{{
            STRAND_WORDS[strand]
          }}</label
        >
      </div>
    </fieldset>
    <div v-if="own" class="grid gap-x-6 sm:grid-cols-2 lg:grid-cols-4">
      <label v-for="region in REGIONS" :key="region" class="flex items-center gap-2"
        ><span class="flex-1 text-[0.94rem]">{{ region.replaceAll('-', ' ') }}</span
        ><input
          type="range"
          min="0"
          max="1"
          step="0.1"
          class="w-28"
          :value="aim.regions[region] ?? 0"
          :aria-label="`How much ${region.replaceAll('-', ' ')} counts`"
          @change="weigh(region, Number(textIn($event)))"
      /></label>
    </div>
  </div>
</template>
