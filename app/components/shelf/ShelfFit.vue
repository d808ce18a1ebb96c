<script setup lang="ts">
import { readShelfFit } from '~~/core/contract/shelf'
import type { ShelfPlan } from '~~/core/plan/shelf'
import { clockWords } from '~/words/clock'

/** A plan held against a circle: its time there, what would have to be mended, and whom it leaves out. */
const { kept, circleId } = defineProps<{ kept: ShelfPlan; circleId: string }>()
const { catalogue } = storeToRefs(useCatalogue())
const fit = circleId === '' ? null : await call(readShelfFit, { params: { id: kept.id }, query: { circle: circleId } })
const TONES = { stop: 'border-stop', fix: 'border-mark', consider: 'border-line' } as const
const nameOf = (id: string) => (catalogue.value.movements.get(id)?.name ?? id).toLowerCase()
</script>

<template>
  <div v-if="fit" class="space-y-3" data-test="fit">
    <p class="text-[1.1rem]">
      <strong class="font-semibold">{{
        fit.mayBeLed ? 'It can be led there.' : 'It cannot be led there as it is.'
      }}</strong>
      With these {{ fit.people }} people it takes <span class="numerals">{{ clockWords(fit.seconds) }}</span> of
      {{ kept.plan.minutes }}:00.
    </p>
    <ul v-if="fit.leftOut.length > 0" class="space-y-1">
      <li v-for="{ name, movements } in fit.leftOut" :key="name" class="border-l-4 border-mark pl-3">
        <strong class="font-semibold">{{ name }}</strong> would only breathe in {{ movements.map(nameOf).join(', ') }}.
      </li>
    </ul>
    <p v-else>Everybody has a version of everything.</p>
    <ul class="grid gap-x-8 gap-y-1 md:grid-cols-2">
      <li v-for="check in fit.checks" :key="check.id" class="border-l-4 pl-3" :class="TONES[check.weight]">
        <span class="font-semibold">{{ check.what }}</span>
        <span class="text-faint text-[0.94rem]">{{ check.why }}</span>
      </li>
    </ul>
  </div>
</template>
