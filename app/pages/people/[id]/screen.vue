<script setup lang="ts">
import { entryAt, entryOf } from '~~/core/entries'
import { readPerson } from '~~/core/contract/people'
import { takeScreening } from '~~/core/contract/records'
import { redFlagSentence } from '~~/core/catalogue/redFlags'
import { format, formatISO } from 'date-fns'
import { changesOf } from '~~/core/offer/changes'
import type { Participant } from '~~/core/offer/participant'
import { mergedWith, screened, ScreeningAnswers } from '~~/core/offer/screening'
import { refusalOf } from '~/composables/useRefusal'

/** The screening interview: kind, short, anything may be left out; it ends in what it changes, in plain sentences. */
const id = String(useRoute().params.id)
const { isLead } = useAccount()
const { catalogue } = storeToRefs(useCatalogue())
await useCatalogue().load()
const person = ref<Participant | null>(null)
const problem = ref('')
const done = ref<{ waitsFor: string[]; found: number } | null>(null)
try {
  person.value = await call(readPerson, { params: { id } })
} catch (error) {
  problem.value = refusalOf(error).message
}
const draft = useDraft<ScreeningAnswers>(`screening:${id}`, () => ScreeningAnswers.parse({}), ScreeningAnswers)
const { fields, wrong, message, saving, wasKept } = draft
const today = formatISO(new Date(), { representation: 'date' })
const sent = crypto.randomUUID()
const dropped = ref<string[]>([])
const interview = computed(() => catalogue.value.interview)
const nameOf = (consideration: string) => catalogue.value.considerations.get(consideration)?.name ?? consideration
const result = computed(() => screened(fields.value, interview.value, today))
const merged = computed(() => mergedWith(person.value?.considerations ?? [], result.value.considerations, today))
const clearable = computed(() =>
  [
    ...new Set(
      result.value.considerations.filter((row) => row.consideration !== 'other').map((row) => row.consideration),
    ),
  ].map((consideration) => ({ id: consideration, name: nameOf(consideration) })),
)
const redFlag = computed(() =>
  result.value.considerations.some((row) => catalogue.value.considerations.get(row.consideration)?.redFlag),
)
const sections = computed(() =>
  interview.value.sections.map((section) => ({
    ...section,
    answered: section.questions.filter((question) => fields.value.options[question.id]).length,
  })),
)

async function save(): Promise<void> {
  const answer = await draft.submit((answers) =>
    call(takeScreening, { params: { id }, body: { id: sent, takenOn: today, answers, dropped: dropped.value } }),
  )
  if (answer) done.value = answer
}
/** Answers what is still open in a section with its first answer, which never leads to anything. */
function noneOf(section: string): void {
  const { questions = [] } = interview.value.sections.find((other) => other.id === section) ?? {}
  const open = questions.filter((question) => !fields.value.options[question.id])
  fields.value.options = {
    ...fields.value.options,
    ...Object.fromEntries(open.map((question) => [question.id, entryAt(question.options, 0).id])),
  }
}
function turnDropped(key: string): void {
  dropped.value = dropped.value.includes(key) ? dropped.value.filter((other) => other !== key) : [...dropped.value, key]
}
</script>

<template>
  <div v-if="problem || !person" class="py-16 space-y-4">
    <h1>{{ problem }}</h1>
    <NuxtLink to="/people" class="button">Back to People</NuxtLink>
  </div>
  <div v-else-if="done" class="py-10 space-y-4 max-w-3xl" data-test="screened">
    <h1>Thank you, {{ person.name }}.</h1>
    <p v-if="done.waitsFor.length > 0" class="border-l-4 border-mark pl-3">
      Until a clearance has come, only what is safe is offered: {{ done.waitsFor.map(nameOf).join(', ') }}.
    </p>
    <p v-if="!isLead">
      It is with the leads now; it cannot be opened again from here. What it closes holds at once; what it would open
      waits for a lead.
    </p>
    <p class="flex flex-wrap gap-2">
      <NuxtLink :to="`/people/${id}`" class="button button-main">{{
        isLead ? 'To the profile' : 'Done'
      }}</NuxtLink><NuxtLink :to="`/people/${id}/measure`" class="button">Measure something</NuxtLink
      ><NuxtLink v-if="isLead" :to="`/people/${id}/start`" class="button">Where to start</NuxtLink>
    </p>
  </div>
  <form v-else class="space-y-8 max-w-5xl" novalidate @submit.prevent="save">
    <p>
      <NuxtLink :to="`/people/${id}`" class="text-action underline underline-offset-4">{{ person.name }}</NuxtLink>
    </p>
    <div>
      <h1>A few questions for {{ person.name }}</h1>
      <p class="text-xl text-faint mt-1">{{ interview.intro }}</p>
    </div>
    <p v-if="wasKept" class="bg-mark-soft rounded-lg px-4 py-2">
      What was answered before is kept.
      <button type="button" class="underline" @click="draft.reset(ScreeningAnswers.parse({}))">Start anew</button>
    </p>
    <p class="border-l-4 border-stop pl-3">{{ redFlagSentence(catalogue.redFlags) }}</p>
    <PainFields v-model="fields" :wrong="wrong" :on-file="person.considerations" />
    <OperationFields v-model="fields" :wrong="wrong" :clearable="clearable" :on-file="person.considerations" />
    <section v-for="section in sections" :key="section.id" :aria-label="section.title">
      <div class="flex flex-wrap items-center gap-4">
        <h2>
          {{ section.title }}
          <span class="text-faint font-normal text-[0.94rem]"
            >{{ section.answered }} of {{ section.questions.length }}</span
          >
        </h2>
        <button
          v-if="section.answered < section.questions.length"
          type="button"
          class="button button-quiet"
          :data-none="section.id"
          @click="noneOf(section.id)"
        >
          {{ section.answered === 0 ? 'None of this' : 'None of the rest' }}
        </button>
      </div>
      <div class="divide-y divide-line">
        <InterviewQuestion
          v-for="question in section.questions"
          :key="question.id"
          v-model="fields"
          :question="question"
          :wrong="wrong"
          :on-file="person.considerations"
        />
      </div>
    </section>
    <AppField v-slot="{ id: field, fieldClass, aria }" label="Anything else we should know?" :wrong="wrong.more">
      <textarea :id="field" v-model="fields.more" rows="3" :class="fieldClass" v-bind="aria" />
    </AppField>
    <section aria-label="What it changes" class="border-t-2 border-line pt-4 space-y-3" aria-live="polite">
      <h2>What this changes</h2>
      <p v-if="redFlag" class="bg-stop-soft border-l-4 border-stop px-4 py-3" role="alert">
        <strong class="font-semibold">A red flag: does not take part.</strong> {{ redFlagSentence(catalogue.redFlags) }}
      </p>
      <p v-if="fields.usualPain !== null && fields.usualPain !== person.usualPain" data-test="usual-pain">
        Usual pain is {{ fields.usualPain }} of 10: pain at the door and in the class is held against it.
      </p>
      <p v-if="result.considerations.length === 0" class="text-faint">
        Nothing so far: everything that the levels allow is offered.
      </p>
      <ul class="space-y-2">
        <li
          v-for="(row, at) in result.considerations"
          :key="at"
          class="border-l-4 border-mark pl-3"
          :data-found="row.consideration"
        >
          <p>
            <strong class="font-semibold"
              >{{ nameOf(row.consideration) }}<template v-if="row.side !== 'both'">, {{ row.side }}</template></strong
            ><span class="text-faint"
              ><template v-if="row.since">, since {{ format(row.since, 'd MMM yyyy') }}</template
              ><template v-if="row.until">, until {{ format(row.until, 'd MMM yyyy') }}</template></span
            >
          </p>
          <p v-if="row.note" class="text-[0.94rem]">{{ row.note }}</p>
          <p class="text-[0.94rem] text-faint">
            {{ changesOf(entryOf(catalogue.considerations, row.consideration), row.side, row).join(' ') }}
          </p>
        </li>
      </ul>
      <p v-if="result.waitsFor.length > 0" data-test="waits">
        Waits for a clearance: {{ result.waitsFor.map(nameOf).join(', ') }}. Until then only what is safe is offered.
      </p>
      <div v-if="isLead && merged.notNamed.length > 0">
        <p>On file and not named today; still respected unless you take it away:</p>
        <label
          v-for="row in merged.notNamed"
          :key="`${row.consideration} ${row.side} ${row.note}`"
          class="flex items-center gap-3 min-h-11"
          ><input
            type="checkbox"
            class="size-5 accent-action"
            :checked="dropped.includes(`${row.consideration} ${row.side}`)"
            @change="turnDropped(`${row.consideration} ${row.side}`)"
          />Take away: {{ nameOf(row.consideration)
          }}<template v-if="row.side !== 'both'">, {{ row.side }}</template></label
        >
      </div>
    </section>
    <div class="flex items-center gap-4 py-3 border-t border-line">
      <button class="button button-main" :disabled="saving" data-test="save">Keep these answers</button>
      <p v-if="message" class="wrong" role="alert">{{ message }}</p>
    </div>
  </form>
</template>
