<script setup lang="ts">
import { tagWords, type Tag } from '~~/core/catalogue/words'
import { changesOf } from '~~/core/offer/changes'
import { opensTag } from '~~/core/offer/clearance'
import { NO_SIDE } from '~/composables/fields'
import { NOT_ASKED } from '~~/core/offer/screening'
import type { ParticipantConsideration } from '~~/core/offer/participant'

/** The health facts of a person, each with its side, who cleared it and a note for leads. */
const considerations = defineModel<ParticipantConsideration[]>({ required: true })
defineProps<{ wrong: Record<string, string> }>()
const { catalogue } = storeToRefs(useCatalogue())
const all = computed(() => [...catalogue.value.considerations.values()].sort((a, b) => a.name.localeCompare(b.name)))
const known = (id: string) => catalogue.value.considerations.get(id)

function changesWords(own: ParticipantConsideration): string {
  const entry = known(own.consideration)
  return entry ? changesOf(entry, own.side, own).join(' ') : ''
}
/** What a fact closes, each once: what a clearance may open. */
const closedBy = (id: string) => [
  ...new Set((known(id)?.rules ?? []).filter((rule) => rule.effect === 'block').map((rule) => rule.tag)),
]
/** A name alone opens no position: what it opens is ticked. */
function clear(own: ParticipantConsideration, by: string): void {
  if (own.clearedBy === '') own.opens = []
  own.clearedBy = by
}
function open(own: ParticipantConsideration, tag: Tag, isOpen: boolean): void {
  const before = own.opens ?? closedBy(own.consideration)
  own.opens = isOpen ? [...before, tag] : before.filter((other) => other !== tag)
}
function askSide(own: ParticipantConsideration): void {
  own.side = known(own.consideration)?.sided ? NO_SIDE : 'both'
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
      Defer to the treating clinician. “Cleared by” takes a name: what is ticked then is only watched, until the day it
      ends; the rest stays closed.
    </p>
    <template v-for="(own, at) in considerations" :key="at">
      <div v-if="own.consideration !== NOT_ASKED" class="border-l-2 border-line pl-4 space-y-2">
        <div class="flex flex-wrap gap-3 items-end">
          <AppField
            v-slot="{ id, fieldClass, aria }"
            label="What"
            :wrong="wrong[`considerations.${at}.consideration`]"
            class="flex-1 min-w-64"
          >
            <select :id="id" v-model="own.consideration" :class="fieldClass" v-bind="aria" @change="askSide(own)">
              <option value="" disabled>Choose</option>
              <option v-for="row in all" :key="row.id" :value="row.id">{{ row.name }}</option>
            </select>
          </AppField>
          <SideField
            v-if="known(own.consideration)?.sided"
            v-model="own.side"
            :wrong="wrong[`considerations.${at}.side`]"
          />
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
            ><input
              :id="id"
              :value="own.clearedBy"
              :class="fieldClass"
              v-bind="aria"
              @input="clear(own, textIn($event))"
          /></AppField>
          <AppField v-if="own.clearedBy" v-slot="{ id, fieldClass }" label="Cleared until" class="w-44"
            ><input
              :id="id"
              :value="own.clearedUntil ?? ''"
              type="date"
              :class="fieldClass"
              @change="own.clearedUntil = textIn($event) || null"
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
        <fieldset v-if="own.clearedBy && closedBy(own.consideration).length > 0" class="flex flex-wrap gap-x-4 gap-y-1">
          <legend class="text-[0.94rem]">What the clearance opens</legend>
          <label v-for="tag in closedBy(own.consideration)" :key="tag" class="flex items-center gap-2"
            ><input
              type="checkbox"
              class="size-5 accent-action"
              :checked="opensTag(own, tag)"
              @change="open(own, tag, isTicked($event))"
            />{{ tagWords(tag) }}</label
          >
        </fieldset>
        <p v-if="own.consideration" class="text-[0.94rem] text-faint">
          {{ changesWords(own) }}
        </p>
      </div>
    </template>
    <button type="button" class="button" @click="add">Add something to respect</button>
  </fieldset>
</template>
