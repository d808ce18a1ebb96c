<script setup lang="ts">
import { format } from 'date-fns'
import { ACCESS_LOG_PAGE, readAccessLog, type AccessEntry } from '~~/core/contract/access'
import { refusalOf } from '~/composables/useRefusal'

/** Who signed in, who tried to, and what became of accounts: a page at a time. */
const entries = ref<AccessEntry[]>([])
const isMore = ref(true)
const problem = ref('')

async function readOn(): Promise<void> {
  try {
    const page = await call(readAccessLog, { query: { before: entries.value.at(-1)?.id } })
    isMore.value = page.length === ACCESS_LOG_PAGE
    entries.value.push(...page)
  } catch (error) {
    problem.value = refusalOf(error).message
    isMore.value = false
  }
}
await readOn()
</script>

<template>
  <div class="space-y-5 max-w-5xl">
    <p><NuxtLink to="/practice" class="text-action underline underline-offset-4">Practice</NuxtLink></p>
    <h1>Who signed in, and who tried to</h1>
    <p v-if="problem" class="text-faint">{{ problem }}</p>
    <table v-else class="w-full border-collapse" data-test="access-log">
      <thead class="text-left text-faint text-[0.94rem]">
        <tr>
          <th class="font-normal">When</th>
          <th class="font-normal">Who</th>
          <th class="font-normal">Did</th>
          <th class="font-normal">Whom, or what</th>
          <th class="font-normal">From</th>
        </tr>
      </thead>
      <tbody class="divide-y divide-line">
        <tr v-for="entry in entries" :key="entry.id">
          <td class="numerals py-1.5 pr-4">{{ format(entry.at, 'd MMM yyyy, HH:mm') }}</td>
          <td class="pr-4">{{ entry.who }}</td>
          <td class="pr-4">{{ entry.did }}</td>
          <td class="pr-4">{{ entry.about }}</td>
          <td class="numerals text-faint">{{ entry.from }}</td>
        </tr>
      </tbody>
    </table>
    <button v-if="isMore" class="button" @click="readOn">Earlier ones</button>
  </div>
</template>
