<script setup lang="ts">
import { TIERS, type Tier } from '~~/core/catalogue/words'
import type { LedClass } from '~/composables/useClass'
import type { Logging } from '~/composables/useLogging'
import { LEAD_KEYS as KEYS } from '~/keys'
import { TIER_NAMES } from '~/words/tiers'

/** The foot of the class screen: everybody as a touch target, and one more touch for what they did. */
const { led, logging } = defineProps<{ led: LedClass; logging: Logging }>()
const meeting = useMeeting()
const catalogues = useCatalogue()
const { loggedBlock, blockIndex } = led
const { people, picked, pickedPerson, pickedName, asking, shown, waiting, isAsked } = logging
const BUTTONS = [
  ['done', 'Done'],
  ['partly', 'Partly'],
  ['eased', 'Eased'],
  ['more', 'More'],
  ['stopped', 'Stopped'],
] as const
const loggedIndex = computed(() =>
  loggedBlock.value ? meeting.planned.blocks.indexOf(loggedBlock.value) : blockIndex.value,
)
const nameOf = (movement: string | undefined) => catalogues.catalogue.movements.get(movement ?? '')?.name ?? ''
const cheats = computed(() => {
  const offer = picked.value ? meeting.riders.get(picked.value)?.offers[loggedIndex.value]?.[0] : undefined
  return offer?.variation ? (catalogues.textsOf(offer.variation)?.cheats ?? []).map((one) => one.cheat) : []
})
const twiceHere = computed(() => meeting.twice.filter((one) => one.blockId === loggedBlock.value?.id))
const otherTiers = computed(() =>
  TIERS.filter(
    (tier) =>
      pickedPerson.value &&
      pickedPerson.value.access[tier] !== 'no' &&
      tier !== meeting.riders.get(pickedPerson.value.id)?.today.tier,
  ),
)
const out = computed(() =>
  [...meeting.changed.left].map(([id, why]) => ({
    id,
    why,
    name: meeting.calledOf(id),
  })),
)
function move(tier: Tier): void {
  if (picked.value) meeting.press({ event: 'tier', participant: picked.value, tier })
}
</script>

<template>
  <div class="space-y-2">
    <p
      v-for="one in out"
      :key="one.id"
      class="bg-stop-soft border-l-4 border-stop px-3 py-1 flex flex-wrap gap-3 items-center"
      role="alert"
    >
      <span
        ><strong class="font-semibold">{{ one.name }} sits out</strong
        >{{ one.why ? `: ${one.why.toLowerCase()}` : '' }}. Let them sit or lie as it is easiest; look again in five
        minutes; with a red flag open “Stop, emergency”.</span
      ><button class="button ml-auto" @click="logging.comeBack(one.id)">Back in</button>
    </p>
    <p
      v-for="one in twiceHere"
      :key="`${one.participant} ${one.side}`"
      class="border-l-4 border-mark pl-3 text-[0.94rem]"
      data-test="twice"
    >
      Noted on two devices:
      {{ meeting.calledOf(one.participant) }}<template v-if="one.side !== 'both'">, {{ one.side }}</template
      >, {{ one.also }} and {{ one.counts }}. The later one, {{ one.counts }}, counts.
    </p>
    <div class="flex flex-wrap items-center gap-2">
      <p data-test="noting" class="text-faint mr-1" :class="loggedBlock && loggedIndex === blockIndex ? 'sr-only' : ''">
        {{
          loggedBlock
            ? `Noting for ${nameOf(loggedBlock.movement)}`
            : 'Notes can be made once the first movement has begun'
        }}
      </p>
      <template v-if="loggedBlock">
        <template v-if="picked !== null">
          <button
            v-for="[done, words] in BUTTONS"
            :key="done"
            class="button px-3.5"
            :class="done === 'stopped' ? 'button-stop' : ''"
            @click="logging.log(done)"
          >
            {{ words }} <kbd class="key">{{ KEYS[done].shown }}</kbd>
          </button>
          <button class="button px-3.5" title="Done, easy and clean" @click="logging.logFeel('easy')">
            Easy, clean <kbd class="key">{{ KEYS.easy.shown }}</kbd>
          </button>
          <button class="button px-3.5" title="Done, hard" @click="logging.logFeel('hard')">
            Hard <kbd class="key">{{ KEYS.hard.shown }}</kbd>
          </button>
        </template>
        <template v-else>
          <p class="font-semibold">
            {{ waiting.length === 0 ? 'Everybody is noted' : `All ${waiting.length} not noted yet:` }}
          </p>
          <button class="button" :disabled="waiting.length === 0" @click="logging.logFeel('easy')">
            Done, easy and clean <kbd class="key">{{ KEYS.easy.shown }}</kbd>
          </button>
          <button class="button" :disabled="waiting.length === 0" @click="logging.logFeel('hard')">
            Done, hard <kbd class="key">{{ KEYS.hard.shown }}</kbd>
          </button>
          <button class="button" :disabled="waiting.length === 0" @click="logging.logTheRest()">
            Done <kbd class="key">{{ KEYS.rest.shown }}</kbd>
          </button>
          <button class="button button-quiet" @click="logging.undo">
            Take the last note back <kbd class="key">{{ KEYS.undo.shown }}</kbd>
          </button>
          <p class="text-faint text-[0.94rem]">A number picks one person.</p>
        </template>
        <span v-if="logging.figure.value !== null" class="numerals font-semibold" aria-live="polite"
          >{{ logging.figure.value }}_</span
        >
      </template>
      <template v-if="pickedPerson && led.begun.value">
        <select
          v-if="otherTiers.length > 0"
          class="field w-36"
          :aria-label="`${pickedName} works elsewhere for the rest`"
          @change="(move(textIn($event) as Tier), (($event.target as HTMLSelectElement).value = ''))"
        >
          <option value="">for the rest …</option>
          <option v-for="tier in otherTiers" :key="tier" :value="tier">{{ TIER_NAMES[tier] }}</option>
        </select>
        <button v-if="!meeting.changed.left.has(pickedPerson.id)" class="button px-3.5" @click="logging.sitOut('')">
          Sits out <kbd class="key">{{ KEYS.sitOut.shown }}</kbd>
        </button>
      </template>
    </div>
    <LogStrip
      v-if="picked && loggedBlock"
      :outcomes="shown"
      :name="pickedName"
      :asking="asking"
      :asked="isAsked"
      :cheats="cheats"
      @detail="logging.addDetail"
      @ask="logging.ask"
    />
    <ClassPeople
      :people="people"
      :picked="picked"
      :block-index="loggedIndex"
      :resting="led.resting.value"
      :outcomes-of="(id) => (loggedBlock ? led.outcomesOf(id, loggedBlock.id) : [])"
      @pick="logging.pick"
    />
  </div>
</template>
