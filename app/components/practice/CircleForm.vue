<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { addCircle, saveCircle } from '~~/core/contract/circles'
import { Circle, CircleFields } from '~~/core/circle/circle'

/** A circle: where and how long it meets, which school it follows, its habits and its people. */
const { circle } = defineProps<{ circle: Circle | null }>()
const emit = defineEmits<{ saved: [] }>()
const practice = usePractice()
const { catalogue } = storeToRefs(useCatalogue())
const newCircle = (): CircleFields => ({
  name: '',
  venueId: entryAt(practice.venues, 0).id,
  school: 'dwell',
  minutes: 45,
  sideHabit: 'left-right',
  startSide: 'left',
  howMuch: 'usual',
  counting: 'seconds',
  members: [],
  helpers: 1,
  climbAtMost: 4,
  judging: 'belief',
})
const { fields, wrong, message, meanwhile, submit } = useRecordForm('circle', {
  stored: circle,
  fieldsOf: (stored: Circle | null) => (stored ? CircleFields.parse(stored) : newCircle()),
  schema: CircleFields,
  record: Circle,
  add: (body) => call(addCircle, { body }),
  save: (id, body) => call(saveCircle, { params: { id }, body }),
})
/** Fields whose names are not what the screen calls them. */
const WORDS = { helpers: 'hands to help', climbAtMost: 'getting up at most', members: 'who belongs to it' }
const school = computed(() => catalogue.value.schools.get(fields.value.school))

async function save(): Promise<void> {
  if (await submit()) emit('saved')
}
</script>

<template>
  <form class="space-y-4" novalidate @submit.prevent="save">
    <div class="flex flex-wrap gap-4">
      <AppField v-slot="{ id, fieldClass, aria }" label="Name" class="w-72" :wrong="wrong.name"
        ><input :id="id" v-model="fields.name" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id, fieldClass }" label="Venue" class="w-72" :wrong="wrong.venueId"
        ><select :id="id" v-model="fields.venueId" :class="fieldClass">
          <option v-for="venue in practice.venues" :key="venue.id" :value="venue.id">{{ venue.name }}</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass, aria }" label="Length, min" class="w-32" :wrong="wrong.minutes"
        ><input :id="id" v-model.number="fields.minutes" inputmode="numeric" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id, fieldClass }" label="School" class="w-56"
        ><select :id="id" v-model="fields.school" :class="fieldClass">
          <option v-for="other in catalogue.schools.values()" :key="other.id" :value="other.id">
            {{ other.name }}
          </option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass }" label="Steps are judged" class="w-64"
        ><select :id="id" v-model="fields.judging" :class="fieldClass">
          <option value="belief">by what is within reach</option>
          <option value="counting">by counting meetings</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass }" label="Sides are called" class="w-56"
        ><select :id="id" v-model="fields.sideHabit" :class="fieldClass">
          <option value="left-right">left and right</option>
          <option value="first-second">first and second side</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass }" label="Begin with the" class="w-52"
        ><select :id="id" v-model="fields.startSide" :class="fieldClass">
          <option value="left">left</option>
          <option value="right">right</option>
          <option value="in-turn">left and right in turn</option>
          <option value="tighter">tighter one, each their own</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass }" label="Said aloud" class="w-64"
        ><select :id="id" v-model="fields.howMuch" :class="fieldClass">
          <option value="few">what has to be said</option>
          <option value="usual">also what helps</option>
          <option value="full">all there is time for</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass }" label="Counted by" class="w-52"
        ><select :id="id" v-model="fields.counting" :class="fieldClass">
          <option value="seconds">seconds</option>
          <option value="breaths">breaths, where it is held</option>
          <option value="tempo">every repetition</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass, aria }" label="Hands to help, you too" class="w-52" :wrong="wrong.helpers"
        ><input :id="id" v-model.number="fields.helpers" inputmode="numeric" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField
        v-slot="{ id, fieldClass, aria }"
        label="Getting up at most, heights"
        class="w-60"
        :wrong="wrong.climbAtMost"
        ><input :id="id" v-model.number="fields.climbAtMost" inputmode="decimal" :class="fieldClass" v-bind="aria"
      /></AppField>
    </div>
    <p v-if="school" class="text-faint text-[0.94rem] max-w-4xl">
      {{ school.name }}: {{ school.belief }} Usual dose: {{ school.usualDose }} A step up: {{ school.stepUpRule }}
    </p>
    <fieldset>
      <legend class="label">Who belongs to it</legend>
      <div class="flex flex-wrap gap-x-6 gap-y-1">
        <label v-for="person in practice.people" :key="person.id" class="flex items-center gap-2 min-h-11"
          ><input v-model="fields.members" type="checkbox" class="size-5 accent-action" :value="person.id" /><TierGlyph
            :tier="person.homeTier"
            :size="24"
          />{{ person.name }}</label
        >
      </div>
      <p v-if="practice.people.length === 0" class="text-faint">
        Nobody is written down yet: <NuxtLink to="/people/new" class="underline">add the first person</NuxtLink>.
      </p>
    </fieldset>
    <DraftNote :meanwhile="meanwhile" :words="WORDS" />
    <div class="flex gap-4 items-center">
      <button class="button button-main">{{ circle ? 'Save the circle' : 'Add the circle' }}</button>
      <p v-if="message" class="wrong" role="alert">{{ message }}</p>
    </div>
  </form>
</template>
