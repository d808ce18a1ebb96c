<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import type { ApexOptions } from 'apexcharts'
import type { DatedValue } from '~~/core/reflect/lookBack'

/** One thing over the weeks: words first, then a line for each side; the second one is dashed with squares. */
const {
  title,
  words,
  series,
  unit,
  min = 0,
  max = undefined,
  stepped = false,
} = defineProps<{
  title: string
  words: string
  series: { name: string; points: DatedValue[] }[]
  unit: string
  min?: number
  max?: number
  stepped?: boolean
}>()
const ApexChart = defineAsyncComponent(() => import('vue3-apexcharts'))
const { css, base } = useChartLook()
const COLOURS = ['--action', '--chair']
const lines = computed(() =>
  series.map(({ name, points }, at) => ({
    name,
    color: css(entryAt(COLOURS, at % 2)),
    data: points.map(({ date, value }) => ({ x: new Date(date).getTime(), y: value })),
  })),
)
const options = computed((): ApexOptions => ({
  ...base('line'),
  stroke: {
    width: 2.5,
    curve: stepped ? 'stepline' : 'straight',
    dashArray: series.map((_, at) => (at % 2 === 1 ? 4 : 0)),
  },
  markers: { size: 5, strokeWidth: 0, shape: series.map((_, at) => (at % 2 === 1 ? 'square' : 'circle')) },
  xaxis: { type: 'datetime', tooltip: { enabled: false }, labels: { style: { fontSize: '13px' } } },
  yaxis: {
    min,
    max,
    tickAmount: max !== undefined && max - min <= 5 ? max - min : 5,
    labels: {
      style: { fontSize: '13px' },
      formatter: (value: number) =>
        value === null || value === undefined ? '' : `${Math.round(value)}${unit}`.replace('-', '−'),
    },
  },
  legend: { show: series.length > 1, fontSize: '14px', labels: { colors: css('--ink') } },
}))
</script>

<template>
  <figure class="space-y-1" :data-chart="title">
    <figcaption>
      <strong class="font-semibold">{{ title }}</strong>: {{ words }}
    </figcaption>
    <div role="img" :aria-label="`${title} over time. ${words}`" class="min-h-[200px]">
      <ApexChart type="line" height="200" :options="options" :series="lines" />
    </div>
  </figure>
</template>
