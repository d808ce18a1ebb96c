<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { readLaneFile } from '~~/core/contract/watch'
import { planNumber, startCode, startMoment } from '~~/core/home/startCode'
import { readClock, startedScript } from '~~/core/lead/clock'

/**
 * Who joins by video: a link to their own lane where this application is served to them, or a file of it that goes
 * along once the start code was read out.
 */
const emit = defineEmits<{ link: [participant: string] }>()
const meeting = useMeeting()
const ticking = useNow({ interval: 500 })
const joiners = computed(() => meeting.opened.people.filter(({ joins }) => joins === 'video'))
const fileOf = (person: string) => addressOf(readLaneFile, { id: meeting.opened.meeting.id, person })
/** Where the class is, as it is read out; null: it stands still, has not begun, or is over. */
const code = computed(() => {
  const { classEvents, meeting: here } = meeting.opened
  const { blocks } = meeting.planned
  const now = (void ticking.value, meeting.now())
  const steps = startedScript(classEvents)
  const ids = blocks.map(({ id }) => id)
  const moment = startMoment(steps, readClock(classEvents, now), ids, now)
  return moment && startCode(planNumber(here.id, blocks), moment)
})
</script>

<template>
  <section v-if="joiners.length > 0" class="border-t border-line pt-3 space-y-2" data-test="video-joiners">
    <h3 class="font-semibold">By video</h3>
    <ul class="divide-y divide-line">
      <li v-for="person in joiners" :key="person.id" class="flex items-center gap-2 py-1">
        <span class="flex-1">{{ person.name }}</span>
        <button class="button" @click="emit('link', person.id)">Own link</button>
        <a class="button" :href="fileOf(person.id)" download="class-at-home.html">File</a>
      </li>
    </ul>
    <p v-if="code" class="text-[0.94rem]">
      Start code to read out: <strong class="numerals text-[1.5rem] block" data-test="start-code">{{ code }}</strong>
      With it their file is in step. After a pause, or a change, read out a new one.
    </p>
    <p v-else class="text-[0.94rem] text-faint">
      Send the file before the class. The start code for it stands here while the class runs.
    </p>
  </section>
</template>
