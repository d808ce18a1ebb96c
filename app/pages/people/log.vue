<script setup lang="ts">
import { readHealthLog } from '~~/core/contract/practice'
import type { ReplyOf } from '~~/core/contract/route'
import { format } from 'date-fns'
import { refusalOf } from '~/composables/useRefusal'

/** Who looked at or changed anybody's health data. */
const entries = ref<ReplyOf<typeof readHealthLog>>([])
const problem = ref('')
try {
  entries.value = await call(readHealthLog)
} catch (error) {
  problem.value = refusalOf(error).message
}
const general = (did: string) => did === 'imported' || did.startsWith('took')
</script>

<template>
  <div class="space-y-5 max-w-4xl">
    <p><NuxtLink to="/people" class="text-action underline underline-offset-4">People</NuxtLink></p>
    <h1>Who looked at health data</h1>
    <p v-if="problem" class="text-faint">{{ problem }}</p>
    <template v-else>
      <p class="text-faint">
        Health notes are seen by leads only. The same look within ten minutes is noted once; the newest 200 are shown.
      </p>
      <table class="w-full border-collapse">
        <thead class="text-left text-faint text-[0.94rem]">
          <tr>
            <th class="font-normal">When</th>
            <th class="font-normal">Who</th>
            <th class="font-normal">Did</th>
            <th class="font-normal">Of whom</th>
          </tr>
        </thead>
        <tbody class="divide-y divide-line">
          <tr v-for="(entry, at) in entries" :key="at">
            <td class="numerals py-1.5 pr-4">{{ format(entry.at, 'd MMM yyyy, HH:mm') }}</td>
            <td class="pr-4">{{ entry.who }}</td>
            <td class="pr-4">{{ entry.did }}</td>
            <td>
              <NuxtLink v-if="entry.participant" :to="`/people/${entry.participant}`" class="underline">{{
                entry.participantName
              }}</NuxtLink><span v-else class="text-faint">{{
                general(entry.did) ? 'several' : entry.participantName
              }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>
