<script setup lang="ts">
import type { ParticipantConsideration } from '~~/core/offer/participant'
import { sideOnFile, type ScreeningAnswers } from '~~/core/offer/screening'
import { NO_SIDE } from '~/composables/fields'

/** What hurts: where, on which side, how much, and what makes it worse. */
const answers = defineModel<ScreeningAnswers>({ required: true })
const { onFile } = defineProps<{ wrong: Record<string, string>; onFile: readonly ParticipantConsideration[] }>()
const { catalogue } = storeToRefs(useCatalogue())
const interview = computed(() => catalogue.value.interview)
const place = (id: string) => interview.value.places.find((other) => other.id === id)

function add(id: string): void {
  const { sided = false, leadsTo = [] } = place(id) ?? {}
  const side = sided ? (sideOnFile(leadsTo, onFile) ?? NO_SIDE) : 'both'
  answers.value.pains.push({ place: id, side, strength: 3, worse: [], note: '' })
}
function turn(pain: ScreeningAnswers['pains'][number], id: string): void {
  pain.worse = pain.worse.includes(id) ? pain.worse.filter((other) => other !== id) : [...pain.worse, id]
}
</script>

<template>
  <fieldset class="space-y-3">
    <legend class="text-[1.2rem] font-semibold mb-1">What hurts?</legend>
    <div class="flex flex-wrap gap-2" role="group" aria-label="Places that hurt">
      <button
        v-for="one in interview.places"
        :key="one.id"
        type="button"
        class="button"
        :class="answers.pains.some((pain) => pain.place === one.id) ? 'button-on' : ''"
        :data-place="one.id"
        @click="add(one.id)"
      >
        {{ one.says }}
      </button>
    </div>
    <div v-for="(pain, at) in answers.pains" :key="at" class="border-l-2 border-line pl-4 space-y-2">
      <div class="flex flex-wrap items-end gap-4">
        <p class="font-semibold min-w-40 min-h-11 flex items-center">{{ place(pain.place)?.says }}</p>
        <SideField v-if="place(pain.place)?.sided" v-model="pain.side" :wrong="wrong[`pains.${at}.side`]" />
        <label
          ><span class="label text-[0.94rem]"
            >How much, 0 to 10: <span class="numerals">{{ pain.strength }}</span></span
          ><input v-model.number="pain.strength" type="range" min="0" max="10" class="w-56"
        /></label>
        <AppField
          v-slot="{ id, fieldClass, aria }"
          label="In their words"
          :wrong="wrong[`pains.${at}.note`]"
          class="flex-1 min-w-52"
          ><input :id="id" v-model="pain.note" maxlength="200" :class="fieldClass" v-bind="aria"
        /></AppField>
        <button
          type="button"
          class="button button-quiet"
          :aria-label="`Remove ${place(pain.place)?.says}`"
          @click="answers.pains.splice(at, 1)"
        >
          Remove
        </button>
      </div>
      <div
        class="flex flex-wrap gap-2 items-center"
        role="group"
        :aria-label="`What makes the ${place(pain.place)?.says} worse`"
      >
        <span class="text-faint">Worse with</span
        ><button
          v-for="one in interview.worse"
          :key="one.id"
          type="button"
          class="button"
          :class="pain.worse.includes(one.id) ? 'button-on' : ''"
          :aria-pressed="pain.worse.includes(one.id)"
          @click="turn(pain, one.id)"
        >
          {{ one.says }}
        </button>
      </div>
    </div>
    <AppField
      v-slot="{ id, fieldClass, aria }"
      label="Pain on most days, all in all, 0–10"
      :wrong="wrong.usualPain"
      hint="Left empty: not asked. Pain is held against it: a 4 is a usual day for whoever has 4."
      class="max-w-96"
      ><input
        :id="id"
        :value="answers.usualPain ?? ''"
        inputmode="numeric"
        :class="[fieldClass, 'max-w-24']"
        v-bind="aria"
        data-field="usual-pain"
        @input="answers.usualPain = numberFrom($event)"
    /></AppField>
  </fieldset>
</template>
