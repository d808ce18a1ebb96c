<script setup lang="ts">
import { readSetup, signIn as signInAs } from '~~/core/contract/practice'
import { refusalOf } from '~/composables/useRefusal'

definePageMeta({ layout: 'bare' })
const route = useRoute()
const { refresh } = useAccount()
const email = ref('')
const password = ref('')
const wrong = ref('')
const busy = ref(false)

if ((await call(readSetup)).needed) await navigateTo('/set-up')

async function signIn(): Promise<void> {
  busy.value = true
  wrong.value = ''
  try {
    await call(signInAs, { body: { email: email.value, password: password.value } })
    await refresh()
    const to = String(route.query.to ?? '/')
    await navigateTo(to.startsWith('/') && !to.startsWith('//') ? to : '/')
  } catch (error) {
    wrong.value = refusalOf(error).message
  } finally {
    busy.value = false
  }
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
      <form class="w-full max-w-sm space-y-5" @submit.prevent="signIn">
        <div>
          <h1>Unhurried Circle</h1>
          <p class="text-faint mt-2">One class, four tiers, everybody at their own level.</p>
        </div>
        <NotTrusted />
        <AppField v-slot="{ id, fieldClass, aria }" label="E-mail">
          <input
            :id="id"
            v-model="email"
            :class="fieldClass"
            v-bind="aria"
            type="email"
            autocomplete="username"
            required
            autofocus
          />
        </AppField>
        <AppField v-slot="{ id, fieldClass, aria }" label="Password" :wrong="wrong">
          <input
            :id="id"
            v-model="password"
            :class="fieldClass"
            v-bind="aria"
            type="password"
            autocomplete="current-password"
            required
          />
        </AppField>
        <button class="button button-main w-full" :disabled="busy">Sign in</button>
      </form>
    </div>
  </div>
</template>
