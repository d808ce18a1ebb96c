<script setup lang="ts">
import { computed, ref } from 'vue'
import { dayAfter, GIVEN_BACK_DAYS, WEEK_DAYS } from '~~/core/home/homeDay'
import { ticksOf } from '~~/core/home/homeReport'
import { reportTexts } from '~~/core/home/reportText'
import { weekCode } from '~~/core/home/weekCode'
import { counted } from '~~/core/sentence'
import { dayWords } from './days'
import { squareCode } from '~~/core/formats/squareCode'
import type { Practice } from './usePractice'

/** Giving back what was done: a short code to read out, a square one to show, a file, or by itself. */
const { practice } = defineProps<{ practice: Practice }>()
const { sheet, kept, today } = practice
const { handout } = sheet
/** The code tells of days between the making of the sheet and five weeks later. */
const last = computed(() => {
  const latest = dayAfter(handout.madeOn, GIVEN_BACK_DAYS - 1)
  const day = today.value > latest ? latest : today.value
  return day < handout.madeOn ? handout.madeOn : day
})
/** Weeks back from the last one. */
const weeksBack = ref(0)
const until = computed(() => dayAfter(last.value, -WEEK_DAYS * weeksBack.value))
const first = computed(() => {
  const day = dayAfter(until.value, 1 - WEEK_DAYS)
  return day < handout.madeOn ? handout.madeOn : day
})
const code = computed(() => weekCode(handout, until.value, ticksOf(kept.done)))
const daysTold = computed(
  () =>
    new Set(kept.done.map(({ at }) => at.slice(0, 10)).filter((day) => day >= first.value && day <= until.value)).size,
)
const at = ref(0)
const texts = computed(() => reportTexts({ handout, done: kept.done.slice(kept.given), after: kept.after }))
const square = computed(() => squareCode(texts.value[Math.min(at.value, texts.value.length - 1)] ?? ''))
const file = computed(
  () => `data:application/json;charset=utf-8,${encodeURIComponent(JSON.stringify(practice.sending.report()))}`,
)
const isAll = computed(() => kept.given >= kept.done.length)
/** Sign by sign, so that it can be written down. */
const readOut = () => practice.speech.say(code.value.split('').join(', ').replaceAll(',  ,', '.'))
</script>

<template>
  <h1 tabindex="-1">Give back what I did</h1>
  <p v-if="kept.done.length === 0">Nothing is written down yet.</p>
  <template v-else>
    <section v-if="sheet.sendsTo">
      <p role="status">{{ practice.sending.said.value }}</p>
      <button class="button main" @click="practice.sending.send()">Send it to {{ sheet.practiceName }}</button>
    </section>
    <section aria-label="Read it out">
      <h2>Read it out</h2>
      <p class="quiet">
        {{ first === until ? dayWords(until) : `${dayWords(first)} to ${dayWords(until)}` }}: practised on
        {{ counted(daysTold, 'day') }}. Twenty-four signs; numbers and words stay here.
      </p>
      <p class="code" data-test="code">
        <span v-for="(group, place) in code.split(' ')" :key="place">{{ group }}</span>
      </p>
      <div class="row">
        <button v-if="practice.speech.canSpeak" class="button" @click="readOut">Say it</button>
        <button v-if="until > dayAfter(handout.madeOn, WEEK_DAYS - 1)" class="button" @click="weeksBack += 1">
          The week before
        </button>
        <button v-if="weeksBack > 0" class="button" @click="weeksBack -= 1">The week after</button>
      </div>
    </section>
    <section aria-label="Show it">
      <h2>Show it</h2>
      <p class="quiet">All of it, with numbers and words. Hold it before the tablet of the class.</p>
      <svg
        class="square"
        shape-rendering="crispEdges"
        :viewBox="`0 0 ${square.size} ${square.size}`"
        role="img"
        aria-label="Square code"
        data-test="square"
      >
        <rect :width="square.size" :height="square.size" fill="#fff" />
        <path :d="square.path" fill="#000" />
      </svg>
      <div v-if="texts.length > 1" class="row">
        <p>{{ Math.min(at, texts.length - 1) + 1 }} of {{ texts.length }}</p>
        <button class="button" @click="at = (at + 1) % texts.length">The next one</button>
      </div>
    </section>
    <a class="button" :href="file" download="practice-at-home.json">Save it as a file</a>
    <button v-if="!isAll" class="button" @click="kept.given = kept.done.length">They have it</button>
    <p v-else class="quiet">They have all of it. It stays on this device as well.</p>
  </template>
  <button class="button" @click="practice.show({ kind: 'start' })">Back to the beginning</button>
</template>
