<script setup lang="ts">
import { joined } from '~~/core/sentence'
import { format, formatISO } from 'date-fns'
import { changesOf } from '~~/core/offer/changes'
import type { ParticipantConsideration } from '~~/core/offer/participant'
import { inForce } from '~~/core/offer/inForce'

/** Health facts in force, each with its dates, who cleared it, and what it changes in plain sentences. */
const { considerations } = defineProps<{ considerations: readonly ParticipantConsideration[] }>()
const { catalogue } = storeToRefs(useCatalogue())
const rows = computed(() =>
  inForce(considerations, formatISO(new Date(), { representation: 'date' })).map((own) => {
    const row = catalogue.value.considerations.get(own.consideration)
    const day = (word: string, on: string | null) => on && `${word}${format(on, 'd MMM yyyy')}`
    const cleared = [
      `cleared by ${own.clearedBy}`,
      day('', own.clearedOn),
      day('until ', own.clearedUntil ?? null),
      own.clearedFor && `for ${own.clearedFor}`,
    ]
    return {
      own,
      name: row?.name ?? own.consideration,
      dates: joined([day('since ', own.since), day('until ', own.until), ...(own.clearedBy ? cleared : [])]),
      changes: row ? changesOf(row, own.side, own) : [],
    }
  }),
)
</script>

<template>
  <p v-if="rows.length === 0" class="text-faint">Nothing is written down.</p>
  <ul v-else class="space-y-2">
    <li v-for="({ own, name, dates, changes }, at) in rows" :key="at" class="border-l-4 border-mark pl-3">
      <p>
        <strong class="font-semibold"
          >{{ name }}<template v-if="own.side !== 'both'">, {{ own.side }}</template></strong
        ><span v-if="dates" class="text-faint">, {{ dates }}</span>
      </p>
      <p v-if="own.note" class="text-[0.94rem]">{{ own.note }}</p>
      <p class="text-[0.94rem] text-faint">{{ changes.join(' ') }}</p>
    </li>
  </ul>
</template>
