<script setup lang="ts">
import { readAccounts } from '~~/core/contract/access'
import type { Account } from '~~/core/contract/account'

/** Who signs in: leads see all, helpers lead and log and see of health what today needs. */
const accounts = ref<Account[]>([])
const isAdding = ref(false)

async function list(): Promise<void> {
  accounts.value = await call(readAccounts)
}
async function added(): Promise<void> {
  isAdding.value = false
  await list()
}
await list()
</script>

<template>
  <div class="space-y-4" data-test="accounts">
    <details v-for="account in accounts" :key="account.id" class="border-t border-line pt-3">
      <summary class="cursor-pointer min-h-11">
        <span class="font-semibold">{{ account.name }}</span>, {{ account.role }},
        <span class="text-faint">{{ account.email }}</span>
      </summary>
      <AccountForm :account="account" class="mt-3" @changed="list" />
    </details>
    <NewAccount v-if="isAdding" @added="added" />
    <button v-else class="button" @click="isAdding = true">Add an account</button>
    <p><NuxtLink to="/access-log" class="underline">Who signed in, and who tried to</NuxtLink></p>
  </div>
</template>
