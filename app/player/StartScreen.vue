<script setup lang="ts">
import { computed, ref } from 'vue'
import { doseWords, roundsWords } from '~~/core/plan/doseWords'
import { counted, joined } from '~~/core/sentence'
import { secondsAtHome } from '~~/core/home/partsAtHome'
import { dayWords, weekdayWords } from './days'
import SettingsBar from './SettingsBar.vue'
import StopSigns from './StopSigns.vue'
import { halfOf, minuteOf, type Practice, type Chosen } from './usePractice'

/** What there is to do today, stop signs first. */
const { practice } = defineProps<{ practice: Practice }>()
const { sheet, kept, habit, todays, doneToday, askedDay, today } = practice
/** Getting into place, and a look at it, seconds a movement. */
const INTO_PLACE = 30
const minutes = computed(() =>
  Math.max(
    1,
    Math.round(todays.value.reduce((sum, { movement }) => sum + secondsAtHome(movement) + INTO_PLACE, 0) / 60),
  ),
)
const isEarly = computed(() => today.value < sheet.handout.madeOn)
const isOver = computed(() => today.value > sheet.goodUntil)
/** Whether somebody has said that nothing is new since the sheet was made. */
const isNothingNew = ref(false)
const mayBegin = computed(() => !isOver.value || isNothingNew.value)
/** Moments of the day with a minute to spare, each with what can be done there. */
const minuteAnchors = computed(() =>
  sheet.anchors
    .filter(({ minute }) => minute)
    .flatMap(({ says, tiers }) => {
      const chosen = todays.value.find(({ movement }) => tiers.includes(movement.tier))
      return chosen ? [{ says, chosen }] : []
    }),
)
const often = computed(() =>
  joined([
    sheet.daysAWeek === 7 ? 'Every day' : `${counted(sheet.daysAWeek, 'day', 'days')} a week`,
    sheet.anchors.length > 0 ? sheet.anchors.map(({ says }) => says).join(' and ') : `at ${sheet.times.join(' and ')}`,
  ]),
)
const later = computed(() => sheet.movements.slice(habit.value.movements).map(({ name }) => name))
const resting = computed(() => sheet.movements.filter(({ at }) => kept.resting.includes(at)))
const doseOf = ({ movement }: Chosen) =>
  joined([doseWords(movement.dose), roundsWords(movement.rounds, movement.sides, null)])
</script>

<template>
  <h1 tabindex="-1">At home: {{ sheet.personName }}</h1>
  <StopSigns :sheet="sheet" />
  <p v-if="isEarly" class="notice">
    The clock of this device says {{ dayWords(today) }}, and this sheet was made on
    {{ dayWords(sheet.handout.madeOn) }}: set the date of the device, or what you do gets the wrong day.
  </p>
  <p v-if="!practice.isKept.value" class="notice">
    This device keeps nothing for this page. Give back what you have done before you close it.
  </p>
  <div v-if="isOver" class="notice">
    <p>This sheet was good until {{ dayWords(sheet.goodUntil) }}. Ask {{ sheet.call.name }} for a new one.</p>
    <p v-if="!isNothingNew">
      No fall since, no new pain, no new illness or medicine?
      <button class="button" @click="isNothingNew = true">Nothing is new: do it today all the same</button>
    </p>
  </div>
  <p v-else class="quiet">Good until {{ dayWords(sheet.goodUntil) }}. {{ often }}.</p>
  <p v-if="sheet.note">{{ sheet.note }}</p>
  <div v-if="askedDay" class="asked">
    <p>How were you the day after {{ weekdayWords(askedDay) }}’s practice?</p>
    <div class="row">
      <button
        v-for="answer in ['better', 'same', 'worse'] as const"
        :key="answer"
        class="button"
        @click="practice.answerDay(askedDay, answer)"
      >
        {{ { better: 'Better', same: 'As usual', worse: 'Worse' }[answer] }}
      </button>
    </div>
  </div>
  <button v-if="todays.length > 0" class="button main" :disabled="!mayBegin" @click="practice.begin(todays)">
    Begin: {{ counted(todays.length, 'movement') }}, about {{ counted(minutes, 'minute') }}
  </button>
  <ol class="todays">
    <li v-for="chosen in todays" :key="chosen.at">
      <button class="button item" :disabled="!mayBegin" @click="practice.begin([chosen])">
        <span
          ><strong>{{ chosen.movement.name }}</strong
          ><span v-if="doneToday.has(chosen.at)" class="done"> · done today</span></span
        >
        <span class="quiet">{{ doseOf(chosen) }}{{ chosen.movement.isFor ? `. ${chosen.movement.isFor}.` : '' }}</span>
      </button>
    </li>
  </ol>
  <p v-if="later.length > 0 && habit.nextAfterDays !== null" class="quiet">
    {{ later[0] }} comes after {{ counted(habit.nextAfterDays, 'more day', 'more days') }} of practice.
  </p>
  <div v-for="{ at, name } in resting" :key="at" class="notice">
    <p>{{ name }} rests: it hurt. Do it again when you have spoken with {{ sheet.call.name }}.</p>
    <button class="button" @click="practice.allow(at)">I have spoken with {{ sheet.call.name }}</button>
  </div>
  <div v-if="todays[0]" class="row">
    <button
      v-for="{ says, chosen } in minuteAnchors"
      :key="says"
      class="button"
      :disabled="!mayBegin"
      @click="practice.begin([minuteOf(chosen, sheet)])"
    >
      A minute {{ says }}
    </button>
    <button class="button" :disabled="!mayBegin" @click="practice.begin([halfOf(todays[0], sheet)])">A bad day</button>
  </div>
  <p class="quiet">{{ sheet.badDay }}</p>
  <p v-if="habit.daysThisWeek > 0">
    Practised on {{ counted(habit.daysThisWeek, 'day') }} of the last seven<template v-if="habit.weeksKept > 1"
      >, {{ habit.weeksKept }} weeks kept</template
    >.
  </p>
  <button class="button" @click="practice.show({ kind: 'back' })">Give back what I did</button>
  <SettingsBar :kept="practice.kept" :can-speak="practice.speech.canSpeak" />
</template>
