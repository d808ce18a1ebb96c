<script setup lang="ts">
import { entryOf } from '~~/core/entries'
import { storedLevel } from '~~/core/offer/levels'
import type { Participant } from '~~/core/offer/participant'
import { easesToday, firstReason } from '~~/core/offer/reason'
import type { Offer } from '~~/core/offer/offer'
import { isLeftOut } from '~~/core/offer/offerFor'
import { calledName } from '~/words/tiers'

/**
 * Today's offers at a glance: people down, blocks across; a cell is the glyph with its level and what is to be said of
 * it.
 */
const { selected } = defineProps<{ selected: string; block: string }>()
const emit = defineEmits<{ select: [person: string, block: string] }>()
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())

const people = computed(() => meeting.present.map((person) => ({ person, rider: entryOf(meeting.riders, person.id) })))
/** A level that is capped today is eased only where they stand higher. */
function isEased(offer: Offer, person: Participant): boolean {
  const own = offer.movement === null ? null : storedLevel(person, offer.movement, offer.tier, offer.side)
  return offer.reasons.some(
    (reason) => easesToday(reason) && (!('levelAtMost' in reason) || (own ?? 1) > reason.levelAtMost),
  )
}
const cellOf = (offers: Offer[], person: Participant, always: number) =>
  offers.map((offer) => ({
    offer,
    level: offer.kind === 'breath' ? null : (offer.variation?.level ?? null),
    marks: [
      offer.kind === 'breath' ? 'breath only' : '',
      offer.kind === 'stand-in' ? 'a stand-in' : '',
      offer.byHand ? 'chosen by hand' : '',
      offer.tier !== person.homeTier ? `visits the ${offer.tier} tier` : '',
      // What is watched all through the class stands at the name.
      offer.watch.length > always ? 'to watch' : '',
      offer.wantedLevel !== null && isEased(offer, person) ? 'eased today' : '',
    ].filter((mark) => mark !== ''),
  }))
const signOf = (marks: string[]) =>
  [
    marks.includes('chosen by hand') ? '*' : '',
    marks.includes('eased today') ? '↓' : '',
    marks.includes('a stand-in') ? '≈' : '',
  ].join('')
const movementAt = (at: number) => catalogue.value.movements.get(meeting.planned.blocks[at]?.movement ?? '')
</script>

<template>
  <div class="overflow-x-auto">
    <table class="border-collapse w-full text-[0.94rem]" data-test="offers">
      <thead>
        <tr class="align-bottom">
          <th class="text-left font-normal text-faint px-2">Today</th>
          <th
            v-for="one in meeting.planned.blocks"
            :key="one.id"
            class="font-semibold text-left px-1.5 pb-1 leading-tight text-[0.85rem] min-w-20"
          >
            {{ catalogue.movements.get(one.movement)?.name ?? one.movement }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="{ person, rider } in people"
          :key="person.id"
          class="border-t border-line"
          :class="rider.today.takesPart ? '' : 'opacity-60'"
        >
          <th scope="row" class="text-left font-semibold px-2 whitespace-nowrap">
            <span class="inline-flex items-center gap-2"
              ><TierGlyph :tier="rider.today.tier" :size="24" />{{ calledName(person.name)
              }}<span
                v-if="rider.today.watch.length > 0"
                class="size-2 rounded-full bg-mark"
                :title="rider.today.watch.join(' ')"
            /></span>
          </th>
          <td v-if="!rider.today.takesPart" :colspan="meeting.planned.blocks.length" class="px-2 text-faint">
            {{ firstReason(rider.today) }}
          </td>
          <template v-else>
            <td v-for="(offers, at) in rider.offers" :key="at" class="p-0.5">
              <button
                class="w-full min-h-11 flex items-center gap-1 rounded-lg px-1 border-2"
                :class="[
                  selected === person.id && block === meeting.planned.blocks[at]?.id
                    ? 'border-action bg-action-soft'
                    : 'border-transparent hover:bg-sunk',
                  !rider.today.breathOnly && isLeftOut(offers, movementAt(at) ?? { quality: 'breath' })
                    ? 'bg-mark-soft'
                    : '',
                ]"
                :data-cell="`${person.id} ${meeting.planned.blocks[at]?.id}`"
                @click="emit('select', person.id, meeting.planned.blocks[at]?.id ?? '')"
              >
                <span class="sr-only">{{
                  `${person.name}, ${movementAt(at)?.name}: ${cellOf(offers, person, rider.today.watch.length)
                    .map(({ offer, marks }) =>
                      [offer.side === 'both' ? '' : offer.side, offer.variation?.name ?? 'nothing', ...marks]
                        .filter((word) => word !== '')
                        .join(', '),
                    )
                    .join('; ')}`
                }}</span>
                <span
                  v-for="{ offer, level, marks } in cellOf(offers, person, rider.today.watch.length)"
                  :key="offer.side"
                  class="relative flex items-center"
                  aria-hidden="true"
                  ><TierGlyph :tier="offer.tier" :level="level" :size="28" /><span
                    v-if="offer.side !== 'both'"
                    class="text-[0.7rem]"
                    >{{ offer.side === 'left' ? 'L' : 'R' }}</span
                  ><span
                    v-if="marks.includes('to watch')"
                    class="absolute -top-1 right-0 size-2 rounded-full bg-mark"
                    aria-hidden="true"
                  /><span class="text-[0.8rem]" aria-hidden="true">{{ signOf(marks) }}</span></span
                >
              </button>
            </td>
          </template>
        </tr>
      </tbody>
    </table>
    <p class="text-[0.88rem] text-faint mt-2">
      ↓ eased today · ≈ a stand-in · * chosen by hand · a yellow dot: to watch · a yellow ground: nothing but breath.
      With a cell chosen, + and − change its level.
    </p>
  </div>
</template>
