<script setup lang="ts">
import { joined } from '~~/core/sentence'
import { lastOf } from '~~/core/entries'
import { differenceInCalendarDays, addDays } from 'date-fns'
import type { ApexOptions } from 'apexcharts'
import type { Measure } from '~~/core/catalogue/measure'
import type { Side } from '~~/core/catalogue/words'
import { bandFor, type NormPerson } from '~~/core/measure/norms'
import { changeWord, realChangeFor, type SameDayPair } from '~~/core/measure/realChange'
import { amountWords, holding, type StoredMeasure } from '~~/core/measure/record'
import { sideDifference } from '~~/core/measure/sides'
import { trendLine, trendOf, trendWords } from '~~/core/measure/trend'

/** One measure over time: words first, then both sides with the norm band, the trend and its confidence band. */
const { measure, records, person, pairs } = defineProps<{
  measure: Measure
  records: readonly StoredMeasure[]
  person: NormPerson
  pairs: readonly SameDayPair[]
}>()
const TICKS = 5
const ApexChart = defineAsyncComponent(() => import('vue3-apexcharts'))

const SIDES: Side[] = ['left', 'right']
const BOTH: Side[] = ['both']
const sides = computed(() =>
  (measure.sides ? SIDES : BOTH)
    .map((side) => {
      const own = holding(records).filter((record) => record.measure === measure.id && record.side === side)
      const first = own[0]?.takenAt ?? ''
      const points = own.map((record) => ({
        day: differenceInCalendarDays(record.takenAt, first),
        value: record.value,
      }))
      const trend = trendOf(points)
      const line = trend ? trendLine(points, trend, [...new Set(points.map((point) => point.day))]) : []
      const [before, last] = own.slice(-2).map((record) => record.value)
      const change =
        before === undefined || last === undefined
          ? null
          : changeWord(measure, { from: before, to: last }, realChangeFor(measure, pairs))
      return {
        side,
        own,
        trend,
        change,
        line: line.map((point) => ({ at: addDays(first, point.day).getTime(), ...point })),
      }
    })
    .filter(({ own }) => own.length > 0),
)
const band = computed(() => bandFor(measure, person))
const amount = (value: number) => amountWords(measure, value)
const words = computed(() => {
  const said = sides.value.map(({ side, own, trend, change }) => {
    const now = `${side === 'both' ? '' : `${side} `}${amount(lastOf(own).value)}`
    const goes = trend ? trendWords(trend, measure.better, amount) : ''
    return joined([now, goes, change && change.kind !== 'none' ? change.words : ''])
  })
  const [left, right] = (['left', 'right'] as const).map(
    (side) => sides.value.find((other) => other.side === side)?.own.at(-1)?.value,
  )
  const differ = left === undefined || right === undefined ? null : sideDifference(measure, left, right)
  return `${said.join('; ')}.${differ?.shown ? ` The ${differ.words}.` : ''}`
})
const { css, base } = useChartLook()
const colours = computed(() => ({ left: css('--action'), right: css('--chair'), both: css('--action') }))
const series = computed(() => [
  ...sides.value
    .filter(({ line }) => line.length > 0)
    .map(({ side, line }) => ({
      name: `${side === 'both' ? '' : `${side}, `}95 % band`,
      type: 'rangeArea',
      color: colours.value[side],
      data: line.map(({ at, low, high }) => ({ x: at, y: [round(low), round(high)] })),
    })),
  ...sides.value
    .filter(({ line }) => line.length > 0)
    .map(({ side, line }) => ({
      name: `${side === 'both' ? '' : `${side}, `}trend`,
      type: 'line',
      color: colours.value[side],
      data: line.map(({ at, value }) => ({ x: at, y: round(value) })),
    })),
  ...sides.value.map(({ side, own }) => ({
    name: side === 'both' ? 'result' : side,
    type: 'line',
    color: colours.value[side],
    data: own.map((record) => ({ x: new Date(record.takenAt).getTime(), y: record.value })),
  })),
])
const round = (value: number) => Math.round(value * 100) / 100
const bands = computed(() => sides.value.filter(({ line }) => line.length > 0).length)
/** Whole steps that hold results and bands, so that the axis reads as a ruler does. */
const bounds = computed(() => {
  const values = [
    ...series.value.flatMap(({ data }) => data.flatMap(({ y }) => y)),
    ...(band.value ? [band.value.low, band.value.high] : []),
  ]
  const [least, most] = [
    Math.max(measure.accepts.from, Math.floor(Math.min(...values))),
    Math.ceil(Math.max(...values)),
  ]
  const step = Math.max(1, Math.ceil((most - least) / TICKS))
  return { min: least, max: least + step * TICKS }
})
const options = computed((): ApexOptions => ({
  ...base('rangeArea'),
  stroke: {
    width: [...Array(bands.value).fill(0), ...Array(bands.value).fill(1.5), ...Array(sides.value.length).fill(2.5)],
    dashArray: [
      ...Array(bands.value).fill(0),
      ...Array(bands.value).fill(5),
      ...sides.value.map(({ side }) => (side === 'right' ? 3 : 0)),
    ],
  },
  fill: { opacity: [...Array(bands.value).fill(0.14), ...Array(bands.value + sides.value.length).fill(1)] },
  markers: {
    size: [...Array(2 * bands.value).fill(0), ...Array(sides.value.length).fill(5)],
    shape: [
      ...Array(2 * bands.value).fill('circle'),
      ...sides.value.map(({ side }) => (side === 'right' ? 'square' : 'circle')),
    ],
    strokeWidth: 0,
  },
  xaxis: { type: 'datetime', tooltip: { enabled: false }, labels: { style: { fontSize: '13px' } } },
  yaxis: {
    labels: {
      style: { fontSize: '13px' },
      formatter: (value: number) => (value === null || value === undefined ? '' : amount(value)),
    },
    ...bounds.value,
    tickAmount: TICKS,
  },
  annotations: {
    yaxis: band.value
      ? [
          {
            y: band.value.low,
            y2: band.value.high,
            fillColor: css('--mark'),
            opacity: 0.16,
            borderColor: 'transparent',
            label: {
              text: 'middle half of the age',
              position: 'left',
              textAnchor: 'start',
              borderColor: 'transparent',
              style: { background: 'transparent', color: css('--ink'), fontSize: '12px' },
            },
          },
        ]
      : [],
  },
  legend: { show: measure.sides, fontSize: '14px', labels: { colors: css('--ink') } },
}))
</script>

<template>
  <figure class="space-y-1" :data-chart="measure.id">
    <figcaption>
      <strong class="font-semibold">{{ measure.name }}</strong>: {{ words }}
    </figcaption>
    <div role="img" :aria-label="`${measure.name} over time. ${words}`" class="min-h-[240px]">
      <ApexChart type="rangeArea" height="240" :options="options" :series="series" />
    </div>
    <p
      v-for="norm in measure.norms.filter((table) => table.kind === 'middle-half' && band)"
      :key="norm.source"
      class="text-faint text-[0.88rem]"
    >
      Band: {{ norm.source }}. Line and band: Theil and Sen.
    </p>
  </figure>
</template>
