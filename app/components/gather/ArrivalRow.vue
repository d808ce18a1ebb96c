<script setup lang="ts">
import { startOfDay, subDays } from 'date-fns'
import { keysOf } from '~~/core/entries'
import { joined } from '~~/core/sentence'
import type { Tier } from '~~/core/catalogue/words'
import { notAskedOf } from '~~/core/offer/firstQuestions'
import { nearestTiers } from '~~/core/offer/today'
import type { Arrival } from '~~/core/offer/person'
import type { Participant } from '~~/core/offer/participant'
import { firstReason } from '~~/core/offer/reason'
import { rememberedWords } from '~~/core/offer/remembered'
import type { RiderToday } from '~~/core/plan/riders'
import { GATHER_KEYS as KEYS } from '~/keys'
import { TIER_NAMES } from '~/words/tiers'

/** One person at the door: here, what follows at a glance; the chosen one opens into how they are today. */
const { person, arrival, rider, selected, someCame } = defineProps<{
  person: Participant
  arrival: Arrival
  rider: RiderToday
  selected: boolean
  /** Whether anybody has come: then who has not is missing. */
  someCame: boolean
}>()
const emit = defineEmits<{ change: [arrival: Arrival]; select: [] }>()
const meeting = useMeeting()
const NEWS: Record<Arrival['news'], string> = {
  none: 'nothing new',
  operation: 'an operation',
  fall: 'a fall',
  faint: 'a faint',
  fracture: 'a fracture',
  'red-flag': 'a red flag',
}
const AFTER = { fine: '', 'sore-a-day': '', 'sore-days': 'sore for days', worse: 'worse after' } as const
const STATES = ['tired', 'sore', 'dizzy', 'ill', 'late'] as const

function set(change: Partial<Arrival>): void {
  // Whoever says how they are today is here.
  emit('change', { ...arrival, came: true, ...change })
}
const said = computed(() =>
  joined([
    ...STATES.filter((state) => arrival[state]),
    arrival.pain !== null && arrival.pain > 0 ? `pain ${arrival.pain}` : '',
    arrival.news === 'none' ? '' : NEWS[arrival.news],
    arrival.after === null ? '' : AFTER[arrival.after],
  ]),
)
/** What follows for today: where they work, how much easier, or why not at all. */
const follows = computed(() => {
  const { today } = rider
  if (!today.takesPart) return 'not today'
  if (today.breathOnly) return 'breath only'
  return joined([
    today.tier === person.homeTier ? '' : `${today.tier} today`,
    today.easierBy > 0 ? `${today.easierBy} easier` : '',
    arrival.dizzy ? 'no floor, head never low' : '',
  ])
})
const { isLead } = useAccount()
const isGuest = computed(
  () =>
    isLead.value &&
    meeting.opened.guests.includes(person.id) &&
    !meeting.opened.circle.members.includes(person.id) &&
    !meeting.opened.toAgree.includes(person.id),
)
const isNotAsked = computed(() => notAskedOf([person]).length > 0)
const isMissing = computed(() => someCame && !arrival.came)
/** Tiers that are open today; the plan of somebody is of one of them. */
const tiers = computed((): Tier[] => [rider.today.tier, ...nearestTiers(person, rider.today, arrival)])
/** What is said of a class is taken in from the day before on. */
const isNear = computed(() => startOfDay(subDays(meeting.opened.meeting.startsAt, 1)).getTime() <= meeting.now())
function workIn(tier: Tier): void {
  emit('change', { ...arrival, came: true })
  if (tier !== rider.today.tier) meeting.press({ event: 'tier', participant: person.id, tier })
}
const hurt = computed(() => person.remembered.map(rememberedWords).join(' '))
</script>

<template>
  <li
    :class="[
      selected ? 'bg-action-soft border-l-6 border-l-action' : 'border-l-6 border-l-transparent hover:bg-sunk',
      isMissing && !selected ? 'bg-mark-soft' : '',
    ]"
    :data-person="person.id"
    @click="emit('select')"
  >
    <div class="flex items-center gap-2.5 min-h-11 pr-2">
      <label class="flex items-center min-h-11 pl-2 pr-1 cursor-pointer" @click.stop>
        <input
          type="checkbox"
          class="size-6 accent-action"
          :checked="arrival.came"
          :aria-label="`${person.name} is here`"
          @change="emit('change', { ...arrival, came: isTicked($event) })"
        />
      </label>
      <TierGlyph :tier="arrival.came ? rider.today.tier : person.homeTier" :size="30" class="shrink-0" />
      <button
        class="flex-1 min-w-0 text-left min-h-11 leading-tight"
        :aria-expanded="selected"
        @click.stop="emit('select')"
      >
        <span class="font-semibold">{{ person.name }}</span>
        <span v-if="isMissing" class="block text-[0.94rem]"
          >not here<template v-if="person.telephone"
            >, call
            <a :href="`tel:${person.telephone.replaceAll(/[^+0-9]/g, '')}`" class="underline" @click.stop>{{
              person.telephone
            }}</a></template
          ><template v-else-if="person.emergencyContact">, call {{ person.emergencyContact }}</template></span
        >
        <span v-else-if="arrival.came && (said || follows)" class="block text-[0.94rem]">
          {{ said || firstReason(rider.today) }}<template v-if="follows">: </template
          ><b v-if="follows" class="font-semibold">{{ follows }}</b>
        </span>
        <span v-else-if="hurt" class="block text-[0.94rem] text-faint truncate">{{ hurt }}</span>
      </button>
      <MarkGlyph v-if="hurt" mark="hurt" :label="hurt" class="shrink-0" />
    </div>
    <div v-if="selected" class="pb-2 pl-2 pr-2 space-y-1.5" @click.stop>
      <p v-if="hurt" class="text-[0.94rem]">{{ hurt }}</p>
      <FirstAtDoor v-if="isNotAsked" :person="person" />
      <GuestIntoCircle v-if="isGuest" :participant="person.id" :name="person.name" />
      <div class="flex flex-wrap gap-1.5" role="group" aria-label="Today">
        <button
          v-for="state in STATES"
          :key="state"
          class="button px-3"
          :class="arrival[state] ? 'button-on' : ''"
          :aria-pressed="arrival[state]"
          :aria-label="`${person.name} is ${state}`"
          :title="KEYS[state].shown"
          @click="set({ [state]: !arrival[state] })"
        >
          {{ state }}
        </button>
        <select
          class="field w-auto"
          :class="arrival.news === 'none' ? '' : 'border-mark'"
          :value="arrival.news"
          :aria-label="`New since last time, ${person.name}`"
          @change="set({ news: chosenOf(keysOf(NEWS), $event) ?? 'none' })"
        >
          <option v-for="(words, key) in NEWS" :key="key" :value="key">{{ words }}</option>
        </select>
      </div>
      <div class="flex items-center gap-2">
        <span :id="`pain-${person.id}`" class="w-20 shrink-0 text-[0.94rem]">Pain</span>
        <div
          class="flex flex-1 max-w-xl rounded-xl border border-line bg-raised overflow-hidden"
          role="group"
          :aria-label="`Pain of ${person.name} on arrival, 0 to 10`"
        >
          <button
            v-for="pain in 11"
            :key="pain"
            class="flex-1 min-h-11 min-w-0 numerals border-r border-line last:border-r-0"
            :class="arrival.pain === pain - 1 ? 'bg-action-soft font-bold shadow-[inset_0_0_0_2px_var(--action)]' : ''"
            :aria-pressed="arrival.pain === pain - 1"
            :aria-label="`Pain ${pain - 1}`"
            @click="set({ pain: arrival.pain === pain - 1 ? null : pain - 1 })"
          >
            {{ pain - 1 }}
          </button>
        </div>
      </div>
      <div v-if="isNear && tiers.length > 1" class="flex items-center gap-2">
        <span class="w-20 shrink-0 text-[0.94rem]">Works in</span>
        <div class="flex flex-wrap gap-1.5" role="group" :aria-label="`Where ${person.name} works today`">
          <button
            v-for="tier in tiers"
            :key="tier"
            class="button px-3"
            :class="tier === rider.today.tier ? 'button-on' : ''"
            :aria-pressed="tier === rider.today.tier"
            @click="workIn(tier)"
          >
            <TierGlyph :tier="tier" :size="24" label="" />{{ TIER_NAMES[tier] }}
          </button>
        </div>
      </div>
    </div>
  </li>
</template>
