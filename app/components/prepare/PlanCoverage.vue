<script setup lang="ts">
import { entriesOf } from '~~/core/entries'
import type { Aim } from '~~/core/catalogue/aim'
import type { Movement } from '~~/core/catalogue/catalogue'
import { REGIONS, TIERS } from '~~/core/catalogue/words'
import {
  coverageOf,
  fillersFor,
  gapsOf,
  shortOf,
  tissueSeconds,
  wantedSeconds,
  type RegionCover,
} from '~~/core/plan/coverage'
import type { Plan } from '~~/core/plan/plan'
import type { RiderToday } from '~~/core/plan/riders'
import type { Timeline } from '~~/core/plan/timeline'
import { TIER_NAMES } from '~/words/tiers'

/**
 * Time on tissue by region as the people of each lane get it, against the aim and the school's weekly time: who falls
 * short, and what would fill the gaps.
 */
const { plan, timeline, riders, locked } = defineProps<{
  plan: Plan
  timeline: Timeline
  riders: readonly RiderToday[]
  locked: boolean
}>()
const emit = defineEmits<{ aim: [aim: Aim | null]; add: [movement: Movement] }>()
const { catalogue } = storeToRefs(useCatalogue())
const tiers = computed(() => TIERS.filter((tier) => timeline.blocks.some((block) => block.lanes[tier])))
const meeting = useMeeting()
const cover = computed(() => coverageOf(plan, riders, catalogue.value))
const enough = (wanted: number) => wanted * catalogue.value.clock.coverage.coveredShare
const rows = computed(() =>
  REGIONS.flatMap((region) => {
    const wanted = plan.aim ? wantedSeconds(plan.aim, region, { school: plan.school, catalogue: catalogue.value }) : 0
    const cells = tiers.value.map((tier) => cover.value[tier].get(region))
    return wanted > 0 || cells.some((cell) => cell) ? [{ region, wanted, cells }] : []
  }),
)
const most = computed(() =>
  Math.max(60, ...rows.value.flatMap(({ wanted, cells }) => [wanted, ...cells.map((cell) => cell?.usual ?? 0)])),
)
const qualities = (cell: RegionCover | undefined) =>
  cell
    ? entriesOf(cell.byQuality)
        .map(([quality, seconds]) => `${Math.round(seconds)} s ${quality}`)
        .join(', ')
    : ''
/** Who gets less than enough where the lane does not, with what they get. */
const short = computed(() =>
  rows.value.flatMap(({ region, wanted, cells }) =>
    cells.flatMap((cell, at) => {
      if (!cell || riders.length === 0 || wanted === 0 || cell.usual < enough(wanted)) return []
      return shortOf(cell, enough(wanted)).map((id) => ({
        id,
        region,
        tier: tiers.value[at],
        seconds: cell.people.find((one) => one.id === id)?.seconds ?? 0,
      }))
    }),
  ),
)
const fillers = computed(() => {
  if (!plan.aim) return []
  const gaps = gapsOf(cover.value, {
    aim: plan.aim,
    school: plan.school,
    tiers: tiers.value,
    catalogue: catalogue.value,
  })
  const minutesOf = (movement: Movement) =>
    (catalogue.value.clock.introduction.againSeconds +
      tissueSeconds(movement.doses[plan.school], movement) * (movement.sides === 'each' ? 2 : 1)) /
    60
  return tiers.value
    .map((tier) => ({
      tier,
      best: fillersFor(gaps, { tier, school: plan.school, catalogue: catalogue.value, minutesOf })
        .filter(({ movement }) => !plan.blocks.some((block) => block.movement === movement.id))
        .slice(0, 3),
    }))
    .filter(({ best }) => best.length > 0)
})
</script>

<template>
  <section aria-label="Coverage" class="space-y-3">
    <label class="block w-72"
      ><span class="label text-[0.94rem]">Against the aim</span
      ><select
        class="field"
        :value="plan.aim?.id ?? ''"
        :disabled="locked"
        @change="emit('aim', catalogue.aims.find((aim) => aim.id === textIn($event)) ?? null)"
      >
        <option value="">none</option>
        <option v-if="plan.aim && !catalogue.aims.some((aim) => aim.id === plan.aim?.id)" :value="plan.aim.id">
          {{ plan.aim.name }}
        </option>
        <option v-for="aim in catalogue.aims" :key="aim.id" :value="aim.id">{{ aim.name }}</option>
      </select></label
    >
    <div class="overflow-x-auto" tabindex="0" role="region" aria-label="Seconds by region and lane">
      <table class="border-collapse w-full">
        <thead>
          <tr class="text-left text-faint text-[0.94rem]">
            <th class="font-normal pr-4">Seconds on tissue, a side</th>
            <th v-for="tier in tiers" :key="tier" class="font-normal pr-4">{{ TIER_NAMES[tier] }}</th>
            <th class="font-normal">{{ plan.aim ? 'Wanted this week' : '' }}</th>
          </tr>
        </thead>
        <tbody class="divide-y divide-line">
          <tr v-for="{ region, wanted, cells } in rows" :key="region">
            <th scope="row" class="text-left font-normal pr-4 py-1 whitespace-nowrap">
              {{ region.replaceAll('-', ' ') }}
            </th>
            <td v-for="(cell, at) in cells" :key="at" class="pr-4 w-1/5" :title="qualities(cell)">
              <span class="flex items-center gap-2"
                ><span
                  class="h-2.5 rounded-full"
                  :style="{ width: `${((cell?.usual ?? 0) / most) * 60}%`, background: `var(--${tiers[at]})` }"
                /><span
                  class="numerals text-[0.94rem]"
                  :class="wanted > 0 && (cell?.usual ?? 0) < enough(wanted) ? 'border-b-2 border-mark' : ''"
                  >{{ Math.round(cell?.usual ?? 0) }}</span
                ><span
                  v-if="cell && Math.round(cell.least) < Math.round(cell.usual)"
                  class="numerals text-[0.88rem] text-faint whitespace-nowrap"
                  >least {{ Math.round(cell.least) }}</span
                ></span
              >
            </td>
            <td class="numerals text-faint">{{ wanted > 0 ? Math.round(wanted) : '' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <ul v-if="short.length > 0" aria-label="Who gets less than their lane" class="text-[0.94rem]">
      <li v-for="{ id, region, tier, seconds } in short" :key="`${id} ${region}`">
        {{ meeting.nameOf(id) }} ({{ tier }}): {{ region.replaceAll('-', ' ') }} {{ Math.round(seconds) }} s, less than
        the lane: own doses, stand-ins or breath.
      </li>
    </ul>
    <p v-for="{ tier, best } in fillers" :key="tier" class="flex flex-wrap items-center gap-2">
      <span class="text-faint">{{ TIER_NAMES[tier] }} misses most per minute:</span
      ><button
        v-for="{ movement, perMinute } in best"
        :key="movement.id"
        class="button"
        :disabled="locked"
        @click="emit('add', movement)"
      >
        {{ movement.name }}, {{ Math.round(perMinute) }} s a minute
      </button>
    </p>
    <p class="text-faint text-[0.88rem]">
      What each person is offered counts; breath in place of a movement counts as nothing. The bar is the middle of the
      lane. Reference: about 60 s a stretch and side, two or three days a week (Garber et al. 2011, ACSM position stand,
      memory).
    </p>
  </section>
</template>
