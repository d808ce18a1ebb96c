<script setup lang="ts">
import { format, parseISO } from 'date-fns'
import type { Profile } from '~~/core/contract/records'
import { minutesAWeek, STATE_SIGNS } from '~/words/people'

/** The way from three questions about falls to what helps, and how much balance somebody gets. */
const { falls, balance } = defineProps<{ id: string; falls: Profile['falls']; balance: Profile['balance'] }>()
const { catalogue } = useCatalogue()
const RISKS = {
  unasked: 'Not all asked yet',
  'not-raised': 'Nothing raises the risk',
  raised: 'The risk of falling is raised',
} as const
const SIGNS = {
  met: STATE_SIGNS.passed,
  'not-met': STATE_SIGNS.failed,
  missing: STATE_SIGNS['not-measured'],
  'no-table': '–',
} as const
const dose = catalogue.falls.dose
const asked = computed(() => falls.questions.filter(({ answer }) => answer !== 'unasked'))
</script>

<template>
  <section aria-label="Falls" data-test="falls">
    <h2>Falls</h2>
    <p class="mt-1">
      <strong class="font-semibold">{{ RISKS[falls.risk] }}.</strong>
      <template v-for="(question, at) in asked" :key="question.id"
        >{{ at > 0 ? ', ' : ' ' }}{{ at === 0 ? question.says : question.says.toLowerCase() }}: {{ question.answer
        }}{{ at === asked.length - 1 ? '.' : '' }}</template
      >
    </p>
    <ul v-if="falls.tests.length" class="mt-2 space-y-0.5">
      <li v-for="test in falls.tests" :key="test.measure" class="flex gap-2">
        <span class="w-5 shrink-0 text-center" aria-hidden="true">{{ SIGNS[test.state] }}</span><span
          >{{ test.name }}: {{ test.words
          }}<span v-if="test.takenOn" class="text-faint"
            >, {{ format(parseISO(test.takenOn), 'd MMM yyyy') }}</span
          ></span
        >
      </li>
    </ul>
    <ul class="mt-2 list-disc pl-5">
      <li v-for="what in falls.advice" :key="what">{{ what }}</li>
    </ul>
    <p v-if="falls.againOn" class="mt-2">Look again on {{ format(parseISO(falls.againOn), 'd MMMM yyyy') }}.</p>
    <p class="mt-2 text-faint text-[0.94rem]" data-test="balance-time">
      On the feet for balance a week, of the last four: {{ minutesAWeek(balance.classSecondsAWeek) }} in class,
      {{ minutesAWeek(balance.homeSecondsAWeek) }} at home. Asked for are about {{ dose.hoursAWeek }} hours a week over
      {{ dose.months }} months and more ({{ dose.source }}).
    </p>
    <p v-if="falls.tests.length" class="mt-1 text-faint text-[0.94rem]">{{ catalogue.falls.leftOut }}</p>
    <div class="flex flex-wrap gap-1 mt-1 -ml-2.5">
      <NuxtLink v-if="falls.risk === 'unasked'" :to="`/people/${id}/screen`" class="button button-quiet">Ask</NuxtLink>
      <NuxtLink v-if="falls.tests.length" :to="`/people/${id}/measure`" class="button button-quiet">Measure</NuxtLink>
      <NuxtLink v-if="falls.risk === 'raised'" :to="`/people/${id}/letter`" class="button button-quiet"
        >Write to who treats them</NuxtLink
      >
    </div>
  </section>
</template>
