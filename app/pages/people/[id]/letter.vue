<script setup lang="ts">
import { LetterFields, readLetters, withdrawConsent, writeLetter, type StoredLetter } from '~~/core/contract/records'
import { format } from 'date-fns'
import { LOOK_BACK_WEEKS } from '~~/core/reflect/lookBack'

/** Write to a clinician: one page, only with the participant's consent recorded. */
const id = String(useRoute().params.id)
const { store, problem } = await useOpenProfile(id, 'Letters are for leads.')
const letters = ref<StoredLetter[]>([])
if (!problem.value) letters.value = await call(readLetters, { params: { id } })
const draft = useDraft(
  `letter:${id}`,
  () => ({
    addressedTo: '',
    consentOn: '',
    consentHow: '',
    questions: '',
    weeks: LetterFields.shape.weeks.parse(12),
  }),
  LetterFields,
)
const { fields, wrong, message } = draft
const said = ref('')
async function withdraw(letter: string): Promise<void> {
  letters.value = await call(withdrawConsent, { params: { id, letter } })
  said.value = 'It is noted: the letter is opened by nobody here any more. Ask whoever got it to destroy it.'
}
async function write(): Promise<void> {
  const answer = await draft.submit((checked) => call(writeLetter, { params: { id }, body: checked }))
  if (!answer) return
  letters.value = answer
  said.value = 'The letter is written: open it, read it, and give it to them.'
}
</script>

<template>
  <ProfilePage :id="id" :problem="problem" title="Write to a clinician">
    <p class="text-faint max-w-3xl">
      One page: what was seen, measured and offered, the limits that are kept, and what you ask. It is an instructor’s
      observation, no diagnosis. Give it to {{ store.person.name }}, or send it as they wish.
    </p>
    <form class="space-y-4 max-w-3xl" novalidate @submit.prevent="write">
      <div class="flex flex-wrap gap-4">
        <AppField v-slot="{ id: field, fieldClass, aria }" label="To" class="flex-1 min-w-72" :wrong="wrong.addressedTo"
          ><input :id="field" v-model="fields.addressedTo" :class="fieldClass" v-bind="aria" maxlength="200"
        /></AppField>
        <AppField v-slot="{ id: field, fieldClass }" label="About the last" class="w-44"
          ><select :id="field" v-model="fields.weeks" :class="fieldClass">
            <option v-for="weeks in LOOK_BACK_WEEKS" :key="weeks" :value="weeks">{{ weeks }} weeks</option>
          </select></AppField
        >
      </div>
      <fieldset class="border border-line rounded-lg p-4 space-y-3">
        <legend class="px-1 font-semibold">Consent</legend>
        <div class="flex flex-wrap gap-4">
          <AppField
            v-slot="{ id: field, fieldClass, aria }"
            label="They agreed on"
            class="w-48"
            :wrong="wrong.consentOn"
            ><input :id="field" v-model="fields.consentOn" type="date" :class="fieldClass" v-bind="aria"
          /></AppField>
          <AppField
            v-slot="{ id: field, fieldClass, aria }"
            label="How: in person, in writing, to whom"
            class="flex-1 min-w-72"
            :wrong="wrong.consentHow"
            ><input :id="field" v-model="fields.consentHow" :class="fieldClass" v-bind="aria" maxlength="300"
          /></AppField>
        </div>
      </fieldset>
      <AppField v-slot="{ id: field, fieldClass, aria }" label="What you ask, a line each" :wrong="wrong.questions">
        <textarea :id="field" v-model="fields.questions" rows="4" :class="fieldClass" v-bind="aria" maxlength="1000" />
      </AppField>
      <div class="flex gap-4 items-center">
        <button class="button button-main">Write it</button>
        <p class="text-action" role="status" data-test="said">{{ said }}</p>
        <p v-if="message" class="wrong" role="alert">{{ message }}</p>
      </div>
    </form>
    <section v-if="letters.length > 0" aria-label="Letters">
      <h2>Letters</h2>
      <ul class="divide-y divide-line">
        <li v-for="letter in letters" :key="letter.id" class="py-2 flex flex-wrap items-center gap-4">
          <span class="flex-1"
            >{{ format(letter.madeAt, 'd MMM yyyy') }}, to {{ letter.addressedTo }}, by {{ letter.madeBy }}; consent of
            {{ format(letter.consentOn, 'd MMM yyyy')
            }}{{ letter.withdrawnOn ? `, taken back on ${format(letter.withdrawnOn, 'd MMM yyyy')}` : '' }}</span
          ><button v-if="!letter.withdrawnOn" class="button button-quiet" @click="withdraw(letter.id)">
            They take their consent back</button
          ><a
            v-if="!letter.withdrawnOn"
            class="button"
            :href="`/api/participants/${id}/letters/${letter.id}`"
            target="_blank"
            >Open, PDF</a
          >
        </li>
      </ul>
    </section>
  </ProfilePage>
</template>
