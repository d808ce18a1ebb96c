<script setup lang="ts">
import { format } from 'date-fns'
import { HEALTH_LOG_PAGE, readHealthLog, type HealthLogEntry } from '~~/core/contract/practice'
import { readAccounts } from '~~/core/contract/access'
import { refusalOf } from '~/composables/useRefusal'

/** Who looked at or changed anybody's health data: a page at a time, of one person or by one account where asked. */
const practice = usePractice()
const entries = ref<HealthLogEntry[]>([])
const accounts = ref<{ id: string; name: string }[]>([])
const isMore = ref(true)
const problem = ref('')
const participant = ref('')
const account = ref('')

async function readOn(): Promise<void> {
  try {
    const query = {
      before: entries.value.at(-1)?.id,
      participant: participant.value || undefined,
      account: account.value || undefined,
    }
    const page = await call(readHealthLog, { query })
    isMore.value = page.length === HEALTH_LOG_PAGE
    entries.value.push(...page)
  } catch (error) {
    problem.value = refusalOf(error).message
    isMore.value = false
  }
}
watch([participant, account], () => {
  entries.value = []
  void readOn()
})
await readOn()
if (!problem.value) {
  if (practice.people.length === 0) await practice.open()
  accounts.value = await call(readAccounts)
}
</script>

<template>
  <div class="space-y-5 max-w-4xl">
    <p><NuxtLink to="/people" class="text-action underline underline-offset-4">People</NuxtLink></p>
    <h1>Who looked at health data</h1>
    <p v-if="problem" class="text-faint">{{ problem }}</p>
    <template v-else>
      <p class="text-faint">
        Leads and helpers, lists and meetings too. The same look within ten minutes is noted once; nothing here can be
        changed or taken away.
      </p>
      <div class="flex flex-wrap gap-3">
        <label
          ><span class="label text-[0.94rem]">Of whom</span
          ><select v-model="participant" class="field w-56">
            <option value="">everybody</option>
            <option v-for="person in practice.people" :key="person.id" :value="person.id">{{ person.name }}</option>
          </select></label
        >
        <label
          ><span class="label text-[0.94rem]">By whom</span
          ><select v-model="account" class="field w-56">
            <option value="">everybody</option>
            <option v-for="one in accounts" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
      </div>
      <p v-if="entries.length === 0" class="text-faint">Nothing of this was looked at.</p>
      <table v-else class="w-full border-collapse" data-test="health-log">
        <thead class="text-left text-faint text-[0.94rem]">
          <tr>
            <th class="font-normal">When</th>
            <th class="font-normal">Who</th>
            <th class="font-normal">Did</th>
            <th class="font-normal">Of whom, or what</th>
          </tr>
        </thead>
        <tbody class="divide-y divide-line">
          <tr v-for="entry in entries" :key="entry.id">
            <td class="numerals py-1.5 pr-4">{{ format(entry.at, 'd MMM yyyy, HH:mm') }}</td>
            <td class="pr-4">{{ entry.who }}</td>
            <td class="pr-4">{{ entry.did }}</td>
            <td>
              <NuxtLink v-if="entry.participant" :to="`/people/${entry.participant}`" class="underline">{{
                entry.about
              }}</NuxtLink><span v-else class="text-faint">{{ entry.about || 'several' }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <button v-if="isMore" class="button" @click="readOn">Earlier ones</button>
    </template>
  </div>
</template>
