<script setup lang="ts">
import { doneWords } from '~/words/prepare'
import { valueIn } from '~~/core/entries'
import { firstReason, reasonWords } from '~~/core/offer/reason'
import { differenceInCalendarDays } from 'date-fns'
import { screeningDue } from '~~/core/offer/screeningDue'
import { TIERS, type Region, type Tier } from '~~/core/catalogue/words'
import type { Participant } from '~~/core/offer/participant'
import { rememberedWords } from '~~/core/offer/remembered'
import { fitWords } from '~~/core/offer/fitWords'
import type { Offer } from '~~/core/offer/offer'
import { givenWords } from '~~/core/plan/doseWords'
import { doseLimitWords, ownWords } from '~~/core/offer/ownDoseWords'
import type { RiderToday } from '~~/core/plan/riders'

/** What one person is offered today, block by block, and why; each can be changed by hand. */
const { person, rider } = defineProps<{ person: Participant; rider: RiderToday }>()
const meeting = useMeeting()
const { isLead } = useAccount()
const { catalogue } = storeToRefs(useCatalogue())

const blocks = computed(() =>
  meeting.planned.blocks.map((block, at) => {
    const movement = catalogue.value.movements.get(block.movement)
    const chosen = meeting.opened.handChoices.find(
      (choice) => choice.participant === person.id && choice.blockId === block.id,
    )
    return {
      block,
      name: movement?.name ?? block.movement,
      offers: rider.offers[at] ?? [],
      chosen,
      choices: choicesOf(block.movement),
    }
  }),
)
/** What is remembered has a place of its own above. */
const watch = computed(() => {
  const remembered = new Set(person.remembered.map(rememberedWords))
  const words = blocks.value.flatMap(({ offers }) => offers.flatMap((offer) => offer.watch))
  return [...new Set(words)].filter((one) => !remembered.has(one))
})
/** The parts of the body that today works, the most worked first. */
const regions = computed((): Region[] => {
  const worked = meeting.planned.blocks.flatMap((block) =>
    Object.keys(catalogue.value.movements.get(block.movement)?.regions ?? {}),
  )
  return [...new Set(worked)].filter((region): region is Region => region !== 'breath-and-ease')
})
const due = computed(() => {
  const {
    meeting: { startsAt },
    lastCame,
  } = meeting.opened
  return screeningDue(
    person,
    startsAt.slice(0, 10),
    lastCame[person.id] ? differenceInCalendarDays(startsAt, valueIn(lastCame, person.id)) : null,
    catalogue.value.judgement,
  )
})
const considerations = computed(() =>
  person.considerations.map((own) => ({
    ...own,
    name: catalogue.value.considerations.get(own.consideration)?.name ?? own.consideration,
  })),
)

/** Every rung of the tiers that are open to this person, today's tier first. */
function choicesOf(movementId: string): { tier: Tier; rungs: { id: string; words: string }[] }[] {
  const movement = catalogue.value.movements.get(movementId)
  const open = TIERS.filter((tier) => person.access[tier] !== 'no').sort(
    (a, b) => Number(b === rider.today.tier) - Number(a === rider.today.tier),
  )
  return open.flatMap((tier) => {
    const rungs =
      movement?.ladders[tier] ?? catalogue.value.movements.get(movement?.standIns[tier] ?? '')?.ladders[tier] ?? []
    return rungs.length === 0
      ? []
      : [{ tier, rungs: rungs.map((rung) => ({ id: rung.id, words: `${rung.level} · ${rung.name}` })) }]
  })
}
const fitsOf = (offer: Offer) => (offer.variation ? fitWords(offer.variation, person) : [])
/** Why the dose is their own, and what it is. */
function limitsOf({ own }: Offer): string[] {
  if (own.limits.length === 0) return []
  return [`Own dose: ${givenWords(own)}.`, ...own.limits.map((limit) => doseLimitWords(limit, catalogue.value))]
}
/** A choice against a limit asks why; until it is said, that stands out. */
const isAgainst = (offers: readonly Offer[]) =>
  offers.some((offer) => offer.byHand && offer.reasons.some((reason) => reason.kind === 'against-limit'))
function choose(blockId: string, variation: string): void {
  meeting.choose({ participant: person.id, blockId, variation, reason: '' })
}
function sayWhy(blockId: string, variation: string, reason: string): void {
  meeting.choose({ participant: person.id, blockId, variation, reason })
}
</script>

<template>
  <section :aria-label="`Offers for ${person.name}`">
    <h2>{{ person.name }}</h2>
    <GuestToAgree
      v-if="meeting.opened.toAgree.includes(person.id)"
      :participant="person.id"
      :name="meeting.calledOf(person.id)"
      class="my-2"
    />
    <ul v-if="considerations.length > 0" class="mt-1 text-faint text-[0.94rem]">
      <li v-for="(own, at) in considerations" :key="at">
        {{ own.name }}<template v-if="own.side !== 'both'">, {{ own.side }}</template
        ><template v-if="own.clearedBy">, cleared by {{ own.clearedBy }}</template
        ><template v-if="own.note">: {{ own.note }}</template>
      </li>
    </ul>
    <RememberedList
      :participant="person.id"
      :remembered="person.remembered"
      :can-look="isLead"
      class="mt-2"
      @looked="meeting.refresh()"
    />
    <p v-if="due" class="mt-2 border-l-4 border-mark pl-3">
      {{ due }} <NuxtLink :to="`/people/${person.id}/screen`" class="underline">Screen now</NuxtLink>
    </p>
    <ul v-if="watch.length > 0" class="mt-2 border-l-4 border-mark pl-3 space-y-0.5 text-[0.94rem]">
      <li v-for="words in watch" :key="words">{{ words }}</li>
    </ul>
    <DaysAfter
      class="mt-3"
      :name="person.name"
      :arrival="meeting.arrivalOf(person.id)"
      :regions="regions"
      @change="meeting.sayArrival(person.id, { ...meeting.arrivalOf(person.id), came: true, ...$event })"
    />
    <p v-if="!rider.today.takesPart" class="mt-3 font-semibold">{{ firstReason(rider.today) }}</p>
    <ol v-else class="mt-3 divide-y divide-line">
      <li
        v-for="{ block, name, offers, chosen, choices } in blocks"
        :key="block.id"
        class="py-2.5"
        :data-block="block.id"
      >
        <div v-for="offer in offers" :key="offer.side" class="flex gap-3 items-start">
          <MovementFigure v-if="offer.variation" :variation="offer.variation" :height="52" :side="offer.side" />
          <TierGlyph
            :tier="offer.tier"
            :level="offer.kind === 'breath' ? null : (offer.variation?.level ?? null)"
            :size="32"
          />
          <div class="flex-1 min-w-0">
            <p>
              <span class="text-faint mr-1.5"
                >{{ name }}<template v-if="offer.side !== 'both'">, {{ offer.side }} side</template>:</span
              >
              <strong class="font-semibold">{{ doneWords(offer) }}</strong><template v-if="ownWords(offer)"
                >, {{ ownWords(offer) }}</template
              >
            </p>
            <p
              v-for="words in limitsOf(offer)"
              :key="words"
              class="text-[0.94rem] border-l-4 border-line pl-3"
              data-test="own-dose"
            >
              {{ words }}
            </p>
            <p v-if="fitsOf(offer).length > 0" class="text-[0.94rem]">Fits: {{ fitsOf(offer).join('; ') }}</p>
            <p class="text-[0.9rem] text-faint">{{ offer.reasons.map(reasonWords).join(' ') }}</p>
          </div>
        </div>
        <div class="mt-1 flex flex-wrap gap-2">
          <select
            class="field flex-1 min-w-48"
            :value="chosen?.variation ?? ''"
            :aria-label="`${name}: choose by hand for ${person.name}`"
            @change="choose(block.id, textIn($event))"
          >
            <option value="">As offered</option>
            <optgroup v-for="{ tier, rungs } in choices" :key="tier" :label="tier">
              <option v-for="rung in rungs" :key="rung.id" :value="rung.id">{{ rung.words }}</option>
            </optgroup>
          </select>
          <input
            v-if="chosen"
            class="field flex-1 min-w-40"
            :class="isAgainst(offers) && chosen.reason === '' ? 'field-wrong' : ''"
            :value="chosen.reason"
            maxlength="300"
            placeholder="Why, in a few words"
            :aria-label="`${name}: why it is chosen by hand`"
            @change="sayWhy(block.id, chosen.variation, textIn($event))"
          />
        </div>
        <p v-if="chosen && isAgainst(offers) && chosen.reason === ''" class="wrong" role="alert">
          This is against a limit. Say why, or take it back: without somebody who cleared it the class does not start.
        </p>
      </li>
    </ol>
  </section>
</template>
