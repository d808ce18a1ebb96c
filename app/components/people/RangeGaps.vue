<script setup lang="ts">
import { format, parseISO } from 'date-fns'
import { gapTrend, gapWords, needOf, rangeGapsOf } from '~~/core/measure/gap'
import type { StoredMeasure } from '~~/core/measure/record'
import { trendWords } from '~~/core/measure/trend'

/**
 * How much of each range is their own: both ranges, the gap between them with its trend, and what that says to offer.
 */
const { records } = defineProps<{ records: readonly StoredMeasure[] }>()
const { catalogue } = storeToRefs(useCatalogue())
const rows = computed(() => {
  const { measures, movements } = catalogue.value
  const all = rangeGapsOf(records, measures)
  const keys = [...new Set(all.map(({ measure, side }) => `${measure} ${side}`))]
  return keys.flatMap((key) => {
    const own = all.filter(({ measure, side }) => `${measure} ${side}` === key)
    const last = own.at(-1)
    const known = measures.get(last?.measure ?? '')
    const helped = measures.get(known?.helped ?? '')
    if (!last || !known || !helped) return []
    const needs = needOf(last, helped)
    const trained = needs === 'strength' || needs === 'stretch' ? (known.trains?.[needs] ?? []) : []
    const trend = gapTrend(own)
    return [
      {
        key,
        last,
        most: Math.max(last.helped, last.own, 1),
        words: gapWords(last, needs, measures),
        offers: trained.map((id) => movements.get(id)?.name.toLowerCase() ?? id).join(', '),
        goes: trend === null ? '' : `The gap: ${trendWords(trend, 'less', (value) => `${Math.round(value)}°`)}.`,
      },
    ]
  })
})
</script>

<template>
  <section v-if="rows.length > 0" aria-label="Own and helped" data-test="range-gaps">
    <h3 class="font-semibold">How much of the range is their own</h3>
    <ul class="divide-y divide-line max-w-3xl">
      <li v-for="row in rows" :key="row.key" class="py-2 flex flex-wrap items-center gap-x-5 gap-y-1">
        <svg viewBox="0 0 160 22" class="w-40 h-6 shrink-0" aria-hidden="true">
          <rect x="0" y="4" :width="(160 * row.last.helped) / row.most" height="14" class="fill-action-soft" />
          <rect x="0" y="4" :width="(160 * row.last.own) / row.most" height="14" class="fill-action" />
        </svg>
        <p class="flex-1 min-w-72">
          {{ row.words }}<template v-if="row.offers"> Offer: {{ row.offers }}.</template> {{ row.goes }}
          <span class="text-faint">{{ format(parseISO(row.last.on), 'd MMM yyyy') }}</span>
        </p>
      </li>
    </ul>
  </section>
</template>
