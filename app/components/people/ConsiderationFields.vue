<script setup lang="ts">
import { changesOf } from '~~/core/offer/changes'
import type { ParticipantConsideration } from '~~/core/offer/participant'

/** The health facts of a person, each with its side, who cleared it and a note for leads. */
const considerations = defineModel<ParticipantConsideration[]>({ required: true })
defineProps<{ wrong: Record<string, string> }>()
const { catalogue } = storeToRefs(useCatalogue())
const all = computed(() => [...catalogue.value.considerations.values()].sort((a, b) => a.name.localeCompare(b.name)))
const known = (id: string) => catalogue.value.considerations.get(id)

function changesWords({ consideration, side, clearedBy }: ParticipantConsideration): string {
  const entry = known(consideration)
  return entry ? changesOf(entry, side, clearedBy).join(' ') : ''
}
function add(): void {
  considerations.value.push({
    consideration: '',
    side: 'both',
    clearedBy: '',
    note: '',
    since: null,
    until: null,
    clearedOn: null,
    clearedFor: '',
  })
}
</script>

<template>
  <fieldset class="space-y-4">
    <legend class="text-[1.2rem] font-semibold mb-2">To respect</legend>
    <p class="text-faint text-[0.94rem]">
      Defer to the treating clinician. “Cleared by” takes a name: what was blocked is then only watched.
    </p>
    <div v-for="(own, at) in considerations" :key="at" class="border-l-2 border-line pl-4 space-y-2">
      <div class="flex flex-wrap gap-3 items-end">
        <AppField
          v-slot="{ id, fieldClass, aria }"
          label="What"
          :wrong="wrong[`considerations.${at}.consideration`]"
          class="flex-1 min-w-64"
        >
          <select :id="id" v-model="own.consideration" :class="fieldClass" v-bind="aria">
            <option value="" disabled>Choose</option>
            <option v-for="row in all" :key="row.id" :value="row.id">{{ row.name }}</option>
          </select>
        </AppField>
        <AppField v-if="known(own.consideration)?.sided" v-slot="{ id, fieldClass }" label="Side" class="w-28"
          ><select :id="id" v-model="own.side" :class="fieldClass">
            <option value="both">both</option>
            <option value="left">left</option>
            <option value="right">right</option>
          </select></AppField
        >
        <AppField v-slot="{ id, fieldClass }" label="Until" class="w-44"
          ><input
            :id="id"
            :value="own.until ?? ''"
            type="date"
            :class="fieldClass"
            @change="own.until = textIn($event) || null"
        /></AppField>
        <AppField
          v-slot="{ id, fieldClass, aria }"
          label="Cleared by"
          :wrong="wrong[`considerations.${at}.clearedBy`]"
          class="w-44"
          ><input :id="id" v-model="own.clearedBy" :class="fieldClass" v-bind="aria"
        /></AppField>
        <AppField
          v-slot="{ id, fieldClass, aria }"
          label="Note"
          :wrong="wrong[`considerations.${at}.note`]"
          class="flex-1 min-w-52"
          ><input :id="id" v-model="own.note" :class="fieldClass" v-bind="aria"
        /></AppField>
        <button
          type="button"
          class="button button-quiet"
          :aria-label="`Remove ${known(own.consideration)?.name ?? 'this one'}`"
          @click="considerations.splice(at, 1)"
        >
          Remove
        </button>
      </div>
      <p v-if="own.consideration" class="text-[0.94rem] text-faint">
        {{ changesWords(own) }}
      </p>
    </div>
    <button type="button" class="button" @click="add">Add something to respect</button>
  </fieldset>
</template>
