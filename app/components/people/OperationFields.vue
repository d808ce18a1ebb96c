<script setup lang="ts">
import type { Interview } from '~~/core/catalogue/interview'
import type { ParticipantConsideration } from '~~/core/offer/participant'
import { sideOnFile, type ScreeningAnswers } from '~~/core/offer/screening'
import { NO_SIDE } from '~/composables/fields'

/** What was operated, on which side and when; and who has cleared something. */
const answers = defineModel<ScreeningAnswers>({ required: true })
const { clearable, onFile } = defineProps<{
  wrong: Record<string, string>
  clearable: { id: string; name: string }[]
  onFile: readonly ParticipantConsideration[]
}>()
const { catalogue } = storeToRefs(useCatalogue())
const interview = computed(() => catalogue.value.interview)
const known = (id: string) => interview.value.operations.find((other) => other.id === id)

function add({ id, sided, leadsTo }: Interview['operations'][number]): void {
  const side = sided ? (sideOnFile(leadsTo, onFile) ?? NO_SIDE) : 'both'
  answers.value.operations.push({ operation: id, side, on: null, note: '' })
}
</script>

<template>
  <div class="space-y-6">
    <fieldset class="space-y-3">
      <legend class="text-[1.2rem] font-semibold mb-1">What was operated?</legend>
      <div class="flex flex-wrap gap-2" role="group" aria-label="Operations">
        <button
          v-for="one in interview.operations"
          :key="one.id"
          type="button"
          class="button"
          :data-operation="one.id"
          @click="add(one)"
        >
          {{ one.says }}
        </button>
      </div>
      <div
        v-for="(done, at) in answers.operations"
        :key="at"
        class="border-l-2 border-line pl-4 flex flex-wrap items-end gap-4"
      >
        <p class="font-semibold min-w-56 min-h-11 flex items-center">{{ known(done.operation)?.says }}</p>
        <SideField v-if="known(done.operation)?.sided" v-model="done.side" :wrong="wrong[`operations.${at}.side`]" />
        <label class="w-52"
          ><span class="label text-[0.94rem]">When, about?</span
          ><input :value="done.on ?? ''" type="date" class="field" @change="done.on = textIn($event) || null"
        /></label>
        <AppField
          v-slot="{ id, fieldClass, aria }"
          label="In their words"
          :wrong="wrong[`operations.${at}.note`]"
          class="flex-1 min-w-52"
          ><input :id="id" v-model="done.note" maxlength="200" :class="fieldClass" v-bind="aria"
        /></AppField>
        <button
          type="button"
          class="button button-quiet"
          :aria-label="`Remove ${known(done.operation)?.says}`"
          @click="answers.operations.splice(at, 1)"
        >
          Remove
        </button>
      </div>
    </fieldset>
    <fieldset v-if="clearable.length > 0 || answers.clearances.length > 0" class="space-y-3">
      <legend class="text-[1.2rem] font-semibold mb-1">Has somebody treating them cleared it?</legend>
      <p class="text-faint text-[0.94rem]">
        A doctor or physiotherapist, by name. Until it has come, only what is safe is offered.
      </p>
      <div
        v-for="(clearance, at) in answers.clearances"
        :key="at"
        class="border-l-2 border-line pl-4 flex flex-wrap items-end gap-4"
      >
        <AppField
          v-slot="{ id, fieldClass, aria }"
          label="What"
          :wrong="wrong[`clearances.${at}.consideration`]"
          class="w-72"
          ><select :id="id" v-model="clearance.consideration" :class="fieldClass" v-bind="aria">
            <option v-for="one in clearable" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></AppField
        >
        <AppField v-slot="{ id, fieldClass, aria }" label="By whom" :wrong="wrong[`clearances.${at}.by`]" class="w-52"
          ><input :id="id" v-model="clearance.by" :class="fieldClass" v-bind="aria"
        /></AppField>
        <label class="w-48"
          ><span class="label text-[0.94rem]">On</span
          ><input :value="clearance.on ?? ''" type="date" class="field" @change="clearance.on = textIn($event) || null"
        /></label>
        <AppField
          v-slot="{ id, fieldClass, aria }"
          label="What for"
          :wrong="wrong[`clearances.${at}.what`]"
          class="flex-1 min-w-44"
          ><input :id="id" v-model="clearance.what" maxlength="200" :class="fieldClass" v-bind="aria"
        /></AppField>
        <button
          type="button"
          class="button button-quiet"
          aria-label="Remove this clearance"
          @click="answers.clearances.splice(at, 1)"
        >
          Remove
        </button>
      </div>
      <button
        type="button"
        class="button"
        @click="answers.clearances.push({ consideration: clearable[0]?.id ?? '', by: '', on: null, what: '' })"
      >
        Add a clearance
      </button>
    </fieldset>
  </div>
</template>
