<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import type { ApexOptions } from 'apexcharts'
import type { Region } from '~~/core/catalogue/words'

/** What each region got in a week, one side, against the school's aim. */
const { dose, aim } = defineProps<{ dose: { region: Region; secondsAWeek: number }[]; aim: number | null }>()
const ApexChart = defineAsyncComponent(() => import('vue3-apexcharts'))
const { css, base } = useChartLook()
const nameOf = (region: string) => region.replaceAll('-', ' ')
/** Seconds between two lines of the ruler. */
const STEP = 30
const words = computed(() => {
  if (dose.length === 0) return 'Nothing was noted in this window.'
  const most = `Most: ${nameOf(entryAt(dose, 0).region)}, ${entryAt(dose, 0).secondsAWeek} s a week and side.`
  if (aim === null) return `${most} This school has no weekly aim.`
  const reached = dose.filter((row) => row.secondsAWeek >= aim).length
  const some = reached === 1 ? `1 of ${dose.length} regions reaches` : `${reached} of ${dose.length} regions reach`
  const who = reached === 0 ? 'No region reaches' : some
  return `${most} ${who} the school’s ${aim} s a week; what is done at home is not counted.`
})
const options = computed((): ApexOptions => ({
  ...base('bar'),
  plotOptions: { bar: { horizontal: true, barHeight: '62%' } },
  xaxis: {
    categories: dose.map((row) => nameOf(row.region)),
    min: 0,
    max: STEP * Math.ceil(Math.max(60, aim ?? 0, ...dose.map((row) => row.secondsAWeek)) / STEP),
    tickAmount: Math.ceil(Math.max(60, aim ?? 0, ...dose.map((row) => row.secondsAWeek)) / STEP),
    labels: { formatter: (value: string) => `${Math.round(Number(value))} s` },
  },
  yaxis: { labels: { style: { fontSize: '13px' }, maxWidth: 200 } },
  annotations: {
    xaxis:
      aim === null
        ? []
        : [
            {
              x: aim,
              borderColor: css('--ink'),
              strokeDashArray: 4,
              label: {
                text: `aim ${aim} s`,
                orientation: 'horizontal',
                offsetY: -6,
                borderColor: 'transparent',
                style: { background: 'transparent', color: css('--ink'), fontSize: '12px' },
              },
            },
          ],
  },
  tooltip: { enabled: false },
}))
const series = computed(() => [
  { name: 'seconds a week and side', color: css('--action'), data: dose.map((row) => row.secondsAWeek) },
])
</script>

<template>
  <figure class="space-y-1" data-chart="dose">
    <figcaption><strong class="font-semibold">Time on tissue</strong>: {{ words }}</figcaption>
    <div v-if="dose.length > 0" role="img" :aria-label="`Time on tissue by region. ${words}`">
      <ApexChart type="bar" :height="60 + 26 * dose.length" :options="options" :series="series" />
    </div>
  </figure>
</template>
