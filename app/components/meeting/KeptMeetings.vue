<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { format, isToday } from 'date-fns'
import { isSameWallDay, wallWords } from '~~/core/calendar/wall'
import { readTime } from '~~/core/contract/practice'
import type { KeptMeeting } from '~/composables/useProvisions'
import { knownBy, type Known } from '~/live/known'

/** The first page without the server: the meetings of today and tomorrow that are laid in here, and how old that is. */
const ASK_AGAIN_MS = 5000
const { account, isLead } = useAccount()
const known = shallowRef<Known<KeptMeeting[]>>()
onMounted(async () => (known.value = account.value ? await knownBy(account.value.id).get('meetings') : undefined))
const meetings = computed(() => known.value?.value ?? [])
const age = computed(() =>
  known.value ? format(known.value.at, isToday(known.value.at) ? "'at' HH:mm" : "'on' d MMMM 'at' HH:mm") : '',
)
const whenOf = ({ startsAt, zone = null }: KeptMeeting) =>
  wallWords(startsAt, zone, isSameWallDay(startsAt, Date.now(), zone) ? "'Today', HH:mm" : 'EEEE d MMMM, HH:mm')
useIntervalFn(async () => {
  const isThere = await call(readTime, { patienceMs: ASK_AGAIN_MS }).then(
    () => true,
    () => false,
  )
  if (isThere) reloadNuxtApp({ force: true })
}, ASK_AGAIN_MS)
</script>

<template>
  <section class="max-w-2xl space-y-6" aria-label="Without the server" data-test="kept-meetings">
    <h1>The server cannot be reached</h1>
    <p v-if="meetings.length > 0">
      The meetings of today and tomorrow are here as they were known {{ age }}. They can be gathered, led and reflected
      on; what is noted is kept in this browser and sent once the server answers.
    </p>
    <p v-else>
      Nothing is kept here for today or tomorrow. The practice shows up by itself as soon as the server answers.
    </p>
    <ul class="space-y-5">
      <li v-for="meeting in meetings" :key="meeting.id" class="space-y-2">
        <h2>{{ whenOf(meeting) }}: {{ meeting.circle }}</h2>
        <p class="text-xl">
          {{ meeting.title || 'No title yet' }}<span class="text-faint">, {{ meeting.blocks }} blocks</span>
        </p>
        <div class="flex flex-wrap gap-2">
          <NuxtLink :to="`/meetings/${meeting.id}/gather`" class="button button-main">Gather</NuxtLink>
          <NuxtLink :to="`/meetings/${meeting.id}/lead`" class="button">Lead</NuxtLink>
          <NuxtLink v-if="isLead" :to="`/meetings/${meeting.id}/reflect`" class="button">Reflect</NuxtLink>
        </div>
      </li>
    </ul>
  </section>
</template>
