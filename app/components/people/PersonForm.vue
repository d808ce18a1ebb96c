<script setup lang="ts">
import { formatISO } from 'date-fns'
import { firstFacts } from '~~/core/offer/firstQuestions'
import { TIERS } from '~~/core/catalogue/words'
import { addPerson, savePerson } from '~~/core/contract/people'
import { Participant, ParticipantFields } from '~~/core/offer/participant'
import { NO_NEEDS } from '~~/core/offer/seatNeeds'
import { TIER_NAMES } from '~/words/tiers'

/** Everything that is written down of a person. What is typed is kept in this browser until it is saved. */
const { person } = defineProps<{ person: Participant | null }>()
const emit = defineEmits<{ saved: [person: Participant, another: boolean] }>()
const { catalogue } = storeToRefs(useCatalogue())
const today = formatISO(new Date(), { representation: 'date' })

function fieldsOf(known: Participant | null): ParticipantFields {
  if (known) return ParticipantFields.parse(structuredClone(toRaw(known)))
  return {
    name: '',
    birthYear: null,
    sex: 'unsaid',
    heightCm: null,
    pace: 'usual',
    homeTier: 'chair',
    access: { bed: 'yes', chair: 'yes', standing: 'no', floor: 'no' },
    considerations: firstFacts({ asked: false, yes: [] }, catalogue.value.interview, today),
    levels: [],
    prefers: 'either',
    school: null,
    seat: NO_NEEDS,
    beside: [],
    homeProps: {},
    telephone: '',
    birthday: null,
    emergencyContact: '',
    joins: 'room',
    usualPain: null,
  }
}
const { fields, wrong, message, saving, wasKept, meanwhile, submit, reset } = useRecordForm('person', {
  stored: person,
  fieldsOf,
  schema: ParticipantFields,
  record: Participant,
  add: (body) => call(addPerson, { body }),
  save: (id, body) => call(savePerson, { params: { id }, body }),
})

/** Whether the next one is to be written down at once. */
const another = ref(false)
async function save(): Promise<void> {
  const saved = await submit()
  if (saved) emit('saved', saved, another.value)
}
</script>

<template>
  <form class="space-y-8 max-w-5xl" novalidate @submit.prevent="save">
    <p v-if="wasKept" class="bg-mark-soft rounded-lg px-4 py-2">
      What you typed last time was kept.
      <button type="button" class="underline" @click="reset">Start from what is saved</button>
    </p>
    <div class="flex flex-wrap gap-x-5 gap-y-4">
      <AppField v-slot="{ id, fieldClass, aria }" label="Name" :wrong="wrong.name" class="w-72"
        ><input :id="id" v-model="fields.name" :class="fieldClass" v-bind="aria" autocomplete="off"
      /></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="Year of birth" :wrong="wrong.birthYear" class="w-36"
        ><input
          :id="id"
          :value="fields.birthYear ?? ''"
          inputmode="numeric"
          :class="fieldClass"
          v-bind="aria"
          @input="fields.birthYear = numberFrom($event)"
      /></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="Telephone" :wrong="wrong.telephone" class="w-52"
        ><input :id="id" v-model="fields.telephone" type="tel" :class="fieldClass" v-bind="aria" autocomplete="off"
      /></AppField>
      <BirthdayField v-model="fields.birthday" :wrong="wrong.birthday" />
      <AppField v-slot="{ id, fieldClass }" label="Sex, for the norm tables" class="w-44"
        ><select :id="id" v-model="fields.sex" :class="fieldClass">
          <option value="female">female</option>
          <option value="male">male</option>
          <option value="unsaid">not said</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass, aria }" label="Height, cm" :wrong="wrong.heightCm" class="w-36"
        ><input
          :id="id"
          :value="fields.heightCm ?? ''"
          inputmode="decimal"
          :class="fieldClass"
          v-bind="aria"
          @input="fields.heightCm = numberFrom($event)"
      /></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="Usual pain, 0–10" :wrong="wrong.usualPain" class="w-36"
        ><input
          :id="id"
          :value="fields.usualPain ?? ''"
          inputmode="numeric"
          :class="fieldClass"
          v-bind="aria"
          @input="fields.usualPain = numberFrom($event)"
      /></AppField>
      <AppField v-slot="{ id, fieldClass }" label="Pace of changing position" class="w-52"
        ><select :id="id" v-model="fields.pace" :class="fieldClass">
          <option value="brisk">brisk</option>
          <option value="usual">usual</option>
          <option value="slow">slow</option>
          <option value="very-slow">very slow</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass }" label="In a stretch" class="w-52"
        ><select :id="id" v-model="fields.prefers" :class="fieldClass">
          <option value="either">as it comes</option>
          <option value="still">rather still</option>
          <option value="moving">rather in rhythm</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass }" label="School" class="w-52"
        ><select :id="id" v-model="fields.school" :class="fieldClass">
          <option :value="null">the circle’s</option>
          <option v-for="school in catalogue.schools.values()" :key="school.id" :value="school.id">
            {{ school.name }}
          </option>
        </select></AppField
      >
    </div>
    <FirstOfPerson v-model="fields.considerations" />
    <fieldset class="space-y-3">
      <legend class="text-[1.2rem] font-semibold mb-2">Where they work</legend>
      <div class="flex flex-wrap gap-x-6 gap-y-3">
        <div v-for="tier in TIERS" :key="tier" class="w-44">
          <label class="flex items-center gap-2 font-semibold min-h-11"
            ><input
              v-model="fields.homeTier"
              type="radio"
              name="homeTier"
              :value="tier"
              class="size-5 accent-action"
            /><TierGlyph :tier="tier" :size="28" />{{ TIER_NAMES[tier] }}</label
          >
          <select v-model="fields.access[tier]" class="field" :aria-label="`Gets into ${tier}`">
            <option value="yes">gets there alone</option>
            <option value="with-help">with help</option>
            <option value="no">not open</option>
          </select>
        </div>
      </div>
      <p class="text-faint text-[0.94rem]">The chosen one is the home tier: where they work by default.</p>
    </fieldset>
    <PlaceFields
      v-model:seat="fields.seat"
      v-model:beside="fields.beside"
      v-model:joins="fields.joins"
      v-model:contact="fields.emergencyContact"
      v-model:home-props="fields.homeProps"
      :self="person?.id ?? ''"
      :wrong="wrong"
    />
    <ConsiderationFields v-model="fields.considerations" :wrong="wrong" />
    <details :open="person !== null">
      <summary class="cursor-pointer min-h-11">
        <b>Levels</b><span class="text-faint">, which can wait: a first time begins where a first time begins.</span>
      </summary>
      <LevelFields v-model="fields.levels" :access="fields.access" :home-tier="fields.homeTier" />
    </details>
    <slot />
    <DraftNote :meanwhile="meanwhile" />
    <div class="flex items-center gap-4 py-3 border-t border-line">
      <button class="button button-main" :disabled="saving" @click="another = false">
        {{ person ? 'Save' : 'Add the person' }}
      </button>
      <button v-if="!person" class="button button-quiet" :disabled="saving" @click="another = true">
        Add, and another one
      </button>
      <p v-if="message" class="wrong" role="alert">{{ message }}</p>
    </div>
  </form>
</template>
