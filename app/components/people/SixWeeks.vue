<script setup lang="ts">
import { format } from 'date-fns'
import type { Profile } from '~~/core/contract/records'

/** The last six weeks meeting by meeting: came or not, pain on arrival, what was done. */
const { meetings } = defineProps<{ meetings: Profile['meetings'] }>()
const lines = computed(() =>
  meetings.toReversed().map((meeting) => {
    const done = meeting.outcomes.filter(
      (outcome) => outcome.done === 'done' || outcome.done === 'partly' || outcome.done === 'eased',
    ).length
    const stopped = meeting.outcomes.filter((outcome) => outcome.done === 'stopped').length
    return { ...meeting, done, stopped }
  }),
)
const words = computed(() => {
  const came = lines.value.filter((meeting) => meeting.came)
  const pains = came.flatMap((meeting) => (meeting.pain === null ? [] : [meeting.pain]))
  if (lines.value.length === 0) return 'No meeting in the last six weeks.'
  const pain =
    pains.length === 0
      ? ''
      : ` Pain on arrival ${[...new Set([Math.min(...pains), Math.max(...pains)])].join(' to ')} of 10.`
  return `Came to ${came.length} of ${lines.value.length}.${pain}`
})
</script>

<template>
  <section aria-label="The last six weeks">
    <h2>Six weeks</h2>
    <p>{{ words }}</p>
    <ol class="mt-2 flex flex-wrap gap-3">
      <li
        v-for="meeting in lines"
        :key="meeting.meetingId"
        class="w-24 border-t-4 pt-1 leading-tight text-[0.9rem]"
        :class="meeting.came ? 'border-action' : 'border-line'"
      >
        <span class="block font-semibold numerals">{{ format(meeting.startsAt, 'd MMM') }}</span>
        <span v-if="!meeting.came" class="text-faint">did not come</span>
        <template v-else
          ><span class="block">{{ meeting.done }} done</span
          ><span v-if="meeting.stopped" class="block text-stop">{{ meeting.stopped }} stopped</span
          ><span v-if="meeting.pain !== null" class="block text-faint">pain {{ meeting.pain }}</span></template
        >
      </li>
    </ol>
  </section>
</template>
