<script setup lang="ts">
import { TIERS } from '~~/core/catalogue/words'
import { bodySide } from '~~/core/lead/script'
import { joined } from '~~/core/sentence'
import type { LedClass } from '~/composables/useClass'
import type { Logging } from '~/composables/useLogging'
import { LEAD_KEYS as KEYS } from '~/keys'
import { TIER_NAMES } from '~/words/tiers'

/** The foot of the class screen: everybody as a touch target, and one more touch for what they did. */
const { led, logging, isSmall } = defineProps<{ led: LedClass; logging: Logging; isSmall: boolean }>()
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
/** The side that a key notes now, where there is one. */
const side = computed(() => {
  const now = led.moment.value?.side ?? 'both'
  return now === 'both' || now === 'weaker' ? '' : bodySide(now, meeting.sides.startSide)
})
/** It is the block on the screen, or the one before: that has to be seen. */
const isOther = computed(() => loggedIndex.value !== blockIndex.value)
/** “, left, Cora” behind the movement; on a phone in its place. */
const whomWords = computed(() => {
  const words = joined([side.value, picked.value === null ? '' : pickedName.value], ', ')
  return words === '' || (isSmall && picked.value !== null) ? words : `, ${words}`
})
const canSitOut = computed(() => pickedPerson.value && !meeting.changed.left.has(pickedPerson.value.id))
const pickedValues = computed(() => {
  const [first] = shown.value
  return { pain: first?.pain ?? null, effort: first?.effort ?? null, form: first?.form, support: first?.support }
})
const DETAILS = [
  ['clean', 'Clean', () => logging.addDetail({ form: 'clean' }), () => pickedValues.value.form === 'clean'],
  ['slipped', 'Slipped', () => logging.addDetail({ form: 'slipped' }), () => pickedValues.value.form === 'slipped'],
  [
    'hand',
    'Hand',
    () => logging.addDetail({ support: pickedValues.value.support === 'hand' ? 'none' : 'hand' }),
    () => pickedValues.value.support === 'hand',
  ],
] as const
const MAIN = computed(() => (isSmall ? BUTTONS.filter(([done]) => done !== 'more') : BUTTONS))
const out = computed(() =>
  [...meeting.changed.left].map(([id, why]) => ({
    id,
    why,
    name: meeting.calledOf(id),
  })),
)
function moveFrom(event: Event): void {
  const tier = chosenOf(TIERS, event)
  takenFrom(event)
  if (picked.value && tier) meeting.press({ event: 'tier', participant: picked.value, tier })
}
</script>

<template>
  <div class="flex flex-col min-h-0 gap-2">
    <div class="min-h-0 overflow-y-auto space-y-2">
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
      <div class="flex flex-wrap items-center gap-x-3 gap-y-1 min-h-8" data-test="noting-line">
        <p v-if="!loggedBlock" class="text-faint">Notes can be made once the first movement has begun.</p>
        <p v-else :class="isOther ? 'bg-mark-soft rounded px-2' : ''">
          <span v-if="!isSmall" class="text-faint">Keys note for </span
          ><strong class="font-semibold"
            ><span data-test="noting" :class="isSmall && picked !== null ? 'sr-only' : ''">{{
              nameOf(loggedBlock.movement)
            }}</span
            >{{ whomWords }}</strong
          ><span v-if="isOther" class="text-faint">, the one before</span>
        </p>
        <span v-if="logging.figure.value !== null" class="numerals font-semibold" aria-live="polite"
          >{{ logging.figure.value }}_</span
        >
        <LogStrip
          v-if="picked && loggedBlock && shown.length > 0"
          :outcomes="shown"
          :name="pickedName"
          @detail="logging.addDetail"
        />
        <p v-else-if="loggedBlock && picked === null && !isSmall" class="text-faint text-[0.94rem]">
          A number picks one person.
        </p>
        <button v-if="canSitOut && !isSmall" class="button button-quiet px-2 min-h-9 py-0" @click="logging.sitOut('')">
          Sits out <kbd class="key">{{ KEYS.sitOut.shown }}</kbd>
        </button>
        <select
          v-if="pickedPerson && led.begun.value && otherTiers.length > 0"
          class="field w-36 min-h-9 py-0"
          :aria-label="`${pickedName} works elsewhere for the rest`"
          @change="moveFrom($event)"
        >
          <option value="">for the rest …</option>
          <option v-for="tier in otherTiers" :key="tier" :value="tier">{{ TIER_NAMES[tier] }}</option>
        </select>
        <button
          v-if="logging.lastWords.value"
          class="button button-quiet ml-auto min-h-9 py-0"
          title="Take the last note back"
          @click="logging.undo"
        >
          <template v-if="isSmall">Undo</template
          ><template v-else
            >Undo “{{ logging.lastWords.value }}” <kbd class="key">{{ KEYS.undo.shown }}</kbd></template
          >
        </button>
      </div>
      <div v-if="loggedBlock" class="flex flex-wrap items-center gap-1" :class="isSmall ? '[&_kbd]:hidden' : ''">
        <template v-if="picked !== null">
          <button
            v-for="[done, words] in MAIN"
            :key="done"
            class="button px-2"
            :class="[done === 'stopped' ? 'button-stop' : '', isSmall ? 'flex-1' : '']"
            @click="logging.log(done)"
          >
            {{ words }} <kbd class="key">{{ KEYS[done].shown }}</kbd>
          </button>
          <div :class="isSmall ? 'flex w-full overflow-x-auto' : 'contents'">
            <button v-if="isSmall" class="button button-quiet px-1.5" @click="logging.log('more')">More</button>
            <button class="button button-quiet px-1.5" title="Done, easy and clean" @click="logging.logFeel('easy')">
              Easy <kbd class="key">{{ KEYS.easy.shown }}</kbd>
            </button>
            <button class="button button-quiet px-1.5" title="Done, hard" @click="logging.logFeel('hard')">
              Hard <kbd class="key">{{ KEYS.hard.shown }}</kbd>
            </button>
            <button
              v-for="what in ['pain', 'effort'] as const"
              :key="what"
              class="button button-quiet px-1.5"
              :class="asking === what ? 'button-on' : ''"
              @click="logging.ask(what)"
            >
              {{ what === 'pain' ? 'Pain' : 'Effort' }} <kbd class="key">{{ KEYS[what].shown }}</kbd>
              <span v-if="pickedValues[what] !== null" class="numerals font-semibold">{{ pickedValues[what] }}</span>
            </button>
            <button
              v-for="[key, words, press, isOn] in DETAILS"
              :key="key"
              class="button button-quiet px-1.5"
              :class="isOn() ? 'button-on' : ''"
              :aria-pressed="isOn()"
              @click="press"
            >
              {{ words }} <kbd class="key">{{ KEYS[key].shown }}</kbd>
            </button>
            <button v-if="canSitOut && isSmall" class="button button-quiet px-1.5" @click="logging.sitOut('')">
              Sits out
            </button>
          </div>
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
        </template>
        <button
          v-if="logging.waitingInChain.value.length > 0"
          class="button px-2"
          title="All parts of the chain so far: done"
          data-test="log-chain"
          @click="logging.logChain"
        >
          Whole chain <kbd class="key">{{ KEYS.chain.shown }}</kbd>
        </button>
        <button
          v-if="picked === null || !isSmall"
          class="button"
          :class="picked === null ? '' : 'ml-auto px-2'"
          :title="picked === null ? undefined : 'The others: done'"
          :disabled="waiting.length === 0"
          @click="logging.logTheRest()"
        >
          {{ picked === null ? 'Done' : 'Others' }} <kbd class="key">{{ KEYS.rest.shown }}</kbd>
        </button>
      </div>
      <LogAsked
        v-if="picked && loggedBlock"
        :outcomes="shown"
        :name="pickedName"
        :asking="asking"
        :asked="isAsked"
        :cheats="cheats"
        @detail="logging.addDetail"
      />
    </div>
    <ClassPeople
      class="shrink-0"
      :people="people"
      :picked="picked"
      :is-small="isSmall"
      :block-index="loggedIndex"
      :resting="led.resting.value"
      :outcomes-of="(id) => (loggedBlock ? led.outcomesOf(id, loggedBlock.id) : [])"
      @pick="logging.pick"
    />
  </div>
</template>
