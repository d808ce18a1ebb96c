<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import type { ApexOptions } from 'apexcharts'
import type { Region } from '~~/core/catalogue/words'

/** What each region got in a week, one side, in class and at home, against the school's aim. */
interface Dose {
  region: Region
  secondsAWeek: number
}
const {
  dose,
  home = undefined,
  aim,
} = defineProps<{
  dose: readonly Dose[]
  /** Left out: it is not known what is done at home. */
  home?: readonly Dose[]
  aim: number | null
}>()
const ApexChart = defineAsyncComponent(() => import('vue3-apexcharts'))
const { css, base } = useChartLook()
const nameOf = (region: string) => region.replaceAll('-', ' ')
/** Seconds between two lines of the ruler. */
const STEP = 30
const secondsIn = (of: readonly Dose[], region: Region) => of.find((row) => row.region === region)?.secondsAWeek ?? 0
const rows = computed(() =>
  [...new Set([...dose, ...(home ?? [])].map(({ region }) => region))]
    .map((region) => ({ region, inClass: secondsIn(dose, region), atHome: secondsIn(home ?? [], region) }))
    .map((row) => ({ ...row, whole: row.inClass + row.atHome }))
    .toSorted((a, b) => b.whole - a.whole),
)
const words = computed(() => {
  if (rows.value.length === 0) return 'Nothing was noted in this window.'
  const { region, whole, atHome } = entryAt(rows.value, 0)
  const ofIt = atHome > 0 ? `, ${atHome} s of it at home` : ''
  const most = `Most: ${nameOf(region)}, ${whole} s a week and side${ofIt}.`
  if (aim === null) return `${most} This school has no weekly aim.`
  const reached = rows.value.filter((row) => row.whole >= aim).length
  const all = rows.value.length
  const some = reached === 1 ? `1 of ${all} regions reaches` : `${reached} of ${all} regions reach`
  const who = reached === 0 ? 'No region reaches' : some
  return `${most} ${who} the school’s ${aim} s a week${home ? '' : '; what is done at home is not counted'}.`
})
const highest = computed(() => STEP * Math.ceil(Math.max(60, aim ?? 0, ...rows.value.map(({ whole }) => whole)) / STEP))
const options = computed((): ApexOptions => ({
  ...base('bar'),
  chart: { ...base('bar').chart, stacked: true },
  plotOptions: { bar: { horizontal: true, barHeight: '62%' } },
  xaxis: {
    categories: rows.value.map((row) => nameOf(row.region)),
    min: 0,
    max: highest.value,
    tickAmount: highest.value / STEP,
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
  { name: 'in class', color: css('--action'), data: rows.value.map(({ inClass }) => inClass) },
  ...(home?.length ? [{ name: 'at home', color: css('--mark'), data: rows.value.map(({ atHome }) => atHome) }] : []),
])
</script>

<template>
  <figure class="space-y-1" data-chart="dose">
    <figcaption><strong class="font-semibold">Time on tissue</strong>: {{ words }}</figcaption>
    <div v-if="rows.length > 0" role="img" :aria-label="`Time on tissue by region. ${words}`">
      <ApexChart type="bar" :height="60 + 26 * rows.length" :options="options" :series="series" />
    </div>
  </figure>
</template>
