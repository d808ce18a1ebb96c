<script setup lang="ts">
import { redFlagSentence } from '~~/core/catalogue/redFlags'
import { withNumber } from '~~/core/circle/emergencyNumber'
import { addSeconds } from 'date-fns'
import type { Variation } from '~~/core/catalogue/catalogue'
import { TIERS } from '~~/core/catalogue/words'
import { ownWords } from '~~/core/offer/ownDoseWords'
import { doseWords, givenWords, roundsWords } from '~~/core/plan/doseWords'
import { blockIn } from '~~/core/plan/plan'
import { clockWords } from '~/words/clock'
import { chainPartWords } from '~~/core/plan/chain'
import { TIER_NAMES } from '~/words/tiers'

/** The running order to hold in the hand: times, doses, figures, cues and names by level, on one or two pages. */
const meeting = useMeeting()
const catalogues = useCatalogue()
const { catalogue } = storeToRefs(catalogues)
await usePlanEditor().open()
const plan = computed(() => meeting.planned)
const startsAt = computed(() => meeting.opened.meeting.startsAt)
const nameOf = meeting.calledOf

const rows = computed(() =>
  plan.value.blocks.map((block, index) => {
    const movement = catalogue.value.movements.get(block.movement)
    const time = meeting.timeline.blocks[index]
    const lanes = TIERS.flatMap((tier) => {
      if (!time?.lanes[tier]) return []
      const groups = new Map<string, { variation: Variation; names: string[] }>()
      for (const rider of meeting.ridersPresent.filter((other) => other.tier === tier)) {
        for (const offer of rider.offers[index] ?? []) {
          if (!offer.variation) continue
          const known = groups.get(offer.variation.id) ?? { variation: offer.variation, names: [] }
          const own = ownWords(offer)
          known.names.push(
            `${nameOf(rider.id)}${offer.side === 'both' ? '' : ` ${offer.side}`}${own === '' ? '' : ` (${own})`}`,
          )
          groups.set(offer.variation.id, known)
        }
      }
      const shown = [...groups.values()].sort((a, b) => a.variation.level - b.variation.level)
      const own = blockIn(block, tier)
      return [
        {
          tier,
          shown,
          dose: own === block ? '' : `${catalogue.value.movements.get(own.movement)?.name}: ${givenWords(own)}`,
        },
      ]
    })
    return { block, movement, time, lanes, cue: (variation: Variation) => catalogues.textsOf(variation)?.cues[0] ?? '' }
  }),
)
const ends = computed(() => meeting.wallAt(addSeconds(startsAt.value, meeting.timeline.seconds), 'HH:mm'))
function print(): void {
  window.print()
}
</script>

<template>
  <div class="paper space-y-3">
    <div class="no-print flex gap-3 items-center">
      <NuxtLink :to="`/meetings/${meeting.opened.meeting.id}/prepare`" class="button">Back to Prepare</NuxtLink
      ><button class="button button-main" @click="print">Print</button
      ><a class="button" :href="`/api/meetings/${meeting.opened.meeting.id}/plan`">The plan as a file</a
      ><span class="text-faint">The running order to hold in the hand.</span>
    </div>
    <header class="flex flex-wrap items-baseline gap-x-4 border-b-2 border-ink pb-1">
      <h1 class="text-2xl">{{ plan.title || 'Running order' }}</h1>
      <p>{{ meeting.opened.circle.name }}, {{ meeting.wallAt(startsAt, 'EEEE d MMMM, HH:mm') }}–{{ ends }}</p>
      <p class="text-faint">{{ meeting.opened.venue.name }}</p>
    </header>
    <p v-if="plan.spaceCheck" class="text-[0.94rem]">
      ☐ Look round: chairs without wheels, the floor grips, doors shut, water at hand, props beside the stations.
    </p>
    <table class="w-full border-collapse">
      <thead class="sr-only">
        <tr>
          <th>Time</th>
          <th>Movement</th>
          <th v-for="tier in TIERS" :key="tier">{{ TIER_NAMES[tier] }}</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ block, movement, time, lanes, cue } in rows"
          :key="block.id"
          class="border-b border-line align-top break-inside-avoid"
        >
          <td class="numerals py-1.5 pr-3 w-16 whitespace-nowrap">
            <strong>{{ meeting.wallAt(addSeconds(startsAt, time?.startsAt ?? 0), 'HH:mm') }}</strong><span
              class="block text-faint"
              >{{ clockWords(time?.seconds ?? 0) }}</span
            >
          </td>
          <td class="py-1.5 pr-3 w-44">
            <span v-if="chainPartWords(plan.blocks, block.id)" class="block text-[0.9rem]">{{
              chainPartWords(plan.blocks, block.id)
            }}</span><strong class="font-semibold">{{ movement?.name }}</strong
            ><span class="block text-[0.9rem]">{{ doseWords(block.dose) }}</span
            ><span class="block text-[0.9rem] text-faint">{{
              roundsWords(block.rounds, movement?.sides ?? 'both', block.sideOrder, block.catchUp)
            }}</span
            ><span v-if="time && time.drinkSeconds > 0" class="block text-[0.9rem]">First water, a minute.</span>
          </td>
          <td class="py-1.5">
            <div class="grid grid-cols-4 gap-x-3">
              <div v-for="{ tier, shown, dose } in lanes" :key="tier" class="text-[0.86rem] leading-tight">
                <p v-if="dose" class="text-faint">{{ dose }}</p>
                <div
                  v-for="({ variation, names }, at) in shown"
                  :key="variation.id"
                  class="flex gap-1 items-start mb-0.5 rung"
                >
                  <MovementFigure :variation="variation" :height="34" label="" class="shrink-0" />
                  <p class="min-w-0">
                    <TierGlyph :tier="tier" :level="variation.level" :size="20" class="inline-block align-middle" />
                    <strong class="font-semibold">{{ variation.name }}</strong> {{ names.join(', ')
                    }}<span v-if="at === 0" class="block text-faint">{{ cue(variation) }}</span>
                  </p>
                </div>
                <p v-if="shown.length === 0" class="text-faint">{{ TIER_NAMES[tier] }}</p>
              </div>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="text-[0.9rem] border-l-4 border-stop pl-3">
      {{ withNumber(redFlagSentence(catalogue.redFlags), meeting.opened.venue.emergencyNumber) }}
      {{ meeting.opened.venue.emergencyPlan }} {{ meeting.opened.venue.defibrillator }}
    </p>
  </div>
</template>

<style scoped>
@media print {
  @page {
    size: A4 portrait;
    margin: 8mm;
  }
  .paper {
    font-size: 9.6px;
    line-height: 1.2;
  }
  .paper :is(div, td, p, span, strong) {
    font-size: inherit !important;
    line-height: inherit !important;
  }
  .paper td {
    padding: 2px 4px 2px 0;
  }
  .paper td:nth-child(1) {
    width: 34px;
  }
  .paper td:nth-child(2) {
    width: 92px;
  }
  .paper h1 {
    font-size: 15px;
  }
  .rung :deep(img) {
    height: 24px;
    max-width: 34px;
    width: auto;
    object-fit: contain;
  }
  .rung :deep(svg) {
    height: 13px;
    width: 13px;
  }
}
</style>
