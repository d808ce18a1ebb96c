<script setup lang="ts">
import { importCalendar } from '~~/core/contract/practice'
import type { ReplyOf } from '~~/core/contract/route'
import { refusalOf } from '~/composables/useRefusal'

/** A calendar file read in: first what each event would become, then it is done. */
const { circleId } = defineProps<{ circleId: string }>()
const dates = useDates()
const text = ref('')
const answer = ref<ReplyOf<typeof importCalendar> | null>(null)
const wrong = ref('')
async function send(commit: boolean): Promise<void> {
  wrong.value = ''
  try {
    const zone = usePractice().zoneOf(circleId) ?? Intl.DateTimeFormat().resolvedOptions().timeZone
    answer.value = await call(importCalendar, { body: { text: text.value, circleId, zone, commit } })
    if (commit) await dates.open()
  } catch (error) {
    wrong.value = refusalOf(error).fields.text ?? refusalOf(error).message
    answer.value = null
  }
}
async function read(event: Event): Promise<void> {
  const file = fileIn(event)
  if (!file) return
  text.value = await file.text()
  await send(false)
}
</script>

<template>
  <div class="space-y-3">
    <div class="flex flex-wrap gap-4 items-end">
      <a class="button" :href="`/api/exports/calendar?circle=${circleId}`">This circle’s dates as a calendar</a
      ><a class="button button-quiet" href="/api/exports/calendar">All circles’</a
      ><label
        ><span class="label text-[0.94rem]"
          >Read a calendar file in: whole days become holidays, others dates of this circle</span
        ><input type="file" accept=".ics,text/calendar" class="field" data-test="calendar-file" @change="read"
      /></label>
    </div>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <template v-if="answer"
      ><ul class="divide-y divide-line" data-test="calendar-rows">
        <li v-for="(row, at) in answer.rows" :key="at" class="py-1">
          <strong class="font-semibold">{{ row.title }}</strong>: {{ row.kind === 'refused' ? 'left out. ' : ''
          }}{{ row.words }}
        </li>
      </ul>
      <button v-if="!answer.done" class="button button-main" @click="send(true)">Do it</button>
      <p v-else class="text-action" role="status">Done.</p></template
    >
  </div>
</template>
