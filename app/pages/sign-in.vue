<script setup lang="ts">
import type { Account } from '~~/core/contract/account'
import { isSignedOut } from '~/live/signedOut'

definePageMeta({ layout: 'bare' })
const route = useRoute()
const { account, needsSetup, isUnasked, arrive } = useAccount()
const isRecovering = ref(false)

if (needsSetup.value) await navigateTo('/set-up')
// A link from elsewhere, or another window that has signed in: nobody is asked twice.
else if (account.value !== null && !isUnasked.value && !isSignedOut.value) await goOn()

async function goOn(): Promise<void> {
  const to = String(route.query.to ?? '/')
  await navigateTo(/^\/(?![/\\])/.test(to) ? to : '/')
}
async function signedIn(as: Account): Promise<void> {
  isSignedOut.value = false
  await arrive(as)
  await goOn()
}
</script>

<template>
  <div class="min-h-dvh grid lg:grid-cols-[1.1fr_1fr]">
    <div class="hidden lg:grid place-items-center bg-sunk">
      <svg viewBox="0 0 400 400" class="w-[70%] max-w-[30rem]" aria-hidden="true">
        <circle cx="200" cy="200" r="140" fill="none" stroke="var(--line)" stroke-width="2" />
        <g
          v-for="(tier, at) in ['bed', 'chair', 'chair', 'standing', 'floor', 'chair', 'standing', 'floor'] as const"
          :key="at"
          :transform="`translate(${200 + 140 * Math.sin((at * Math.PI) / 4) - 28} ${200 - 140 * Math.cos((at * Math.PI) / 4) - 28})`"
        >
          <TierGlyph :tier="tier" :level="((at * 2) % 5) + 1" :size="56" />
        </g>
        <circle cx="200" cy="200" r="10" fill="var(--action)" />
      </svg>
    </div>
    <div class="grid place-items-center p-6">
      <div class="w-full max-w-sm space-y-5">
        <div>
          <h1>Unhurried Circle</h1>
          <p class="text-faint mt-2">One class, four tiers, everybody at their own level.</p>
        </div>
        <NotTrusted />
        <RecoveryForm v-if="isRecovering" @signed-in="signedIn" @back="isRecovering = false" />
        <SignInForm v-else @signed-in="signedIn" @forgotten="isRecovering = true" />
      </div>
    </div>
  </div>
</template>
