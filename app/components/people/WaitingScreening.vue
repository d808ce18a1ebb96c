<script setup lang="ts">
import { format } from 'date-fns'
import { agreeToScreening, readScreenings, type StoredScreening } from '~~/core/contract/records'
import { mergedWith, screened } from '~~/core/offer/screening'
import type { Participant } from '~~/core/offer/participant'
import { refusalOf } from '~/composables/useRefusal'

/** A screening that a helper took waits for a lead: what it closes holds already; what it would open does not. */
const { person, screening } = defineProps<{ person: Participant; screening: Omit<StoredScreening, 'answers'> }>()
const emit = defineEmits<{ agreed: [] }>()
const { catalogue } = storeToRefs(useCatalogue())
const taken = ref<StoredScreening | null>(null)
const wrong = ref('')
const dropped = ref<string[]>([])

async function trying(work: () => Promise<void>): Promise<void> {
  wrong.value = ''
  await work().catch((error) => (wrong.value = refusalOf(error).message))
}
const look = () =>
  trying(async () => {
    const all = await call(readScreenings, { params: { id: person.id } })
    taken.value = all.find(({ id }) => id === screening.id) ?? null
  })
const agree = () =>
  trying(async () => {
    const params = { id: person.id, screening: screening.id }
    await call(agreeToScreening, { params, body: { dropped: dropped.value } })
    emit('agreed')
  })
const nameOf = (id: string) => catalogue.value.considerations.get(id)?.name ?? id
const result = computed(() =>
  taken.value ? screened(taken.value.answers, catalogue.value.interview, taken.value.takenOn) : null,
)
const found = computed(() =>
  (result.value?.considerations ?? []).map(({ consideration, side, clearedBy }) => {
    const cleared = clearedBy === '' ? '' : `, cleared by ${clearedBy}`
    return `${nameOf(consideration)}${side === 'both' ? '' : `, ${side}`}${cleared}`
  }),
)
/** On file and not named in it: a lead may take it away. */
const notNamed = computed(() =>
  result.value && taken.value
    ? mergedWith(person.considerations, result.value.considerations, taken.value.takenOn).notNamed
    : [],
)
const keyOf = (row: { consideration: string; side: string }) => `${row.consideration} ${row.side}`
function turn(key: string): void {
  dropped.value = dropped.value.includes(key) ? dropped.value.filter((one) => one !== key) : [...dropped.value, key]
}
</script>

<template>
  <div class="border-l-4 border-mark pl-3 py-1 space-y-2" data-test="waiting-screening">
    <p>
      {{ screening.takenBy }} took a screening on {{ format(screening.takenOn, 'd MMM yyyy') }}, and it waits for a
      lead. What it closes holds already; a clearance that was said in it, and the screening itself, do not count yet.
    </p>
    <button v-if="!taken" class="button" @click="look">Look at it</button>
    <template v-else>
      <ul class="list-disc pl-5">
        <li v-for="words in found" :key="words">{{ words }}</li>
        <li v-if="found.length === 0">Nothing is to be respected by it.</li>
        <li v-if="taken.answers.usualPain !== null">Usual pain {{ taken.answers.usualPain }} of 10.</li>
      </ul>
      <fieldset v-if="notNamed.length > 0">
        <legend class="text-faint">On file and not named in it; tick what is over:</legend>
        <label v-for="row in notNamed" :key="keyOf(row)" class="flex items-center gap-3 min-h-11"
          ><input
            type="checkbox"
            class="size-5 accent-action"
            :checked="dropped.includes(keyOf(row))"
            @change="turn(keyOf(row))"
          />{{ nameOf(row.consideration) }}</label
        >
      </fieldset>
      <button class="button button-main" @click="agree">It counts</button>
    </template>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>
