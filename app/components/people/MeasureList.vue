<script setup lang="ts">
import { addMeasures } from '~~/core/contract/records'
import { format } from 'date-fns'
import { numberIn } from '~~/core/number'
import { amountWords, plausible, type StoredMeasure } from '~~/core/measure/record'
import { refusalOf } from '~/composables/useRefusal'

/** Every result with its day and who entered it; a correction keeps the old value in sight. */
const { personId } = defineProps<{ personId: string }>()
const store = useProfile()
const { catalogue } = storeToRefs(useCatalogue())
const rows = computed(() => store.opened.measures.toReversed())
const correcting = ref<StoredMeasure | null>(null)
const typed = ref('')
const wrong = ref('')
const measureOf = (record: StoredMeasure) => catalogue.value.measures.get(record.measure)

function begin(record: StoredMeasure): void {
  correcting.value = record
  typed.value = String(record.value)
  wrong.value = ''
}
async function correct(): Promise<void> {
  const record = correcting.value
  const measure = record && measureOf(record)
  if (!record || !measure) return
  const value = numberIn(typed.value)
  wrong.value = value === null ? 'A result is a number.' : plausible(measure, value).refused
  if (value === null || wrong.value !== '') return
  try {
    await call(addMeasures, {
      params: { id: personId },
      body: {
        records: [
          {
            id: crypto.randomUUID(),
            measure: record.measure,
            side: record.side,
            value,
            tries: [value],
            setting: record.setting,
            pain: record.pain,
            note: record.note,
            simulated: record.simulated,
            takenAt: record.takenAt,
            replaces: record.id,
          },
        ],
      },
    })
    correcting.value = null
    await store.open(personId)
  } catch (error) {
    wrong.value = refusalOf(error).message
  }
}
</script>

<template>
  <details>
    <summary class="cursor-pointer min-h-11 font-semibold">All results ({{ rows.length }})</summary>
    <table class="border-collapse mt-1">
      <thead>
        <tr class="text-left text-faint text-[0.94rem]">
          <th class="font-normal pr-6">Day</th>
          <th class="font-normal pr-6">Measure</th>
          <th class="font-normal pr-6">Result</th>
          <th class="font-normal pr-6">Entered by</th>
          <th><span class="sr-only">Put right</span></th>
        </tr>
      </thead>
      <tbody class="divide-y divide-line">
        <tr v-for="record in rows" :key="record.id" :class="record.replacedBy ? 'text-faint' : ''">
          <td class="pr-6 numerals">{{ format(record.takenAt, 'd MMM yyyy') }}</td>
          <td class="pr-6">
            {{ measureOf(record)?.name ?? record.measure
            }}<template v-if="record.side !== 'both'">, {{ record.side }}</template>
          </td>
          <td class="pr-6 numerals">
            <span :class="record.replacedBy ? 'line-through' : ''">{{
              amountWords(measureOf(record) ?? { unit: 's' }, record.value)
            }}</span><template v-if="record.simulated">, simulated</template
            ><template v-if="record.replacedBy"> corrected</template
            ><template v-if="record.pain !== null">, pain {{ record.pain }}</template>
          </td>
          <td class="pr-6">{{ record.enteredBy }}</td>
          <td class="py-1">
            <form
              v-if="correcting?.id === record.id"
              class="flex items-center gap-2"
              novalidate
              @submit.prevent="correct"
            >
              <input
                v-model="typed"
                inputmode="decimal"
                class="field w-24 numerals"
                :aria-label="`Right result for ${measureOf(record)?.name}`"
                :aria-invalid="wrong !== ''"
              /><button class="button button-main">Save</button
              ><button type="button" class="button button-quiet" @click="correcting = null">Leave it</button
              ><span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
            </form>
            <button v-else-if="!record.replacedBy" class="button button-quiet" @click="begin(record)">
              Put it right
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </details>
</template>
