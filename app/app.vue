<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { locked } from '~/live/lock'
import { titleOf } from '~/words/titles'

/** Around every page: the lock, who is signed out, and what goes on beside it for who is signed in. */
const ASK_AGAIN_MS = 10_000
const { account, isUnasked, refresh } = useAccount()
const isSecure = window.isSecureContext
const isLocked = computed(() => locked.value !== null && locked.value.accountId === account.value?.id)
const route = useRoute()
useHead({ title: () => titleOf(route.path) })
// Started without the server: once it is there, it says who is signed in.
useIntervalFn(() => isUnasked.value && void refresh(), ASK_AGAIN_MS)
</script>

<template>
  <VitePwaManifest />
  <main v-if="!isSecure" class="min-h-dvh grid place-items-center p-6">
    <div class="max-w-xl space-y-4">
      <h1>Open it by its https address</h1>
      <p role="alert">
        At this address a browser keeps nothing and seals nothing, so no class could be led safely. The start command
        prints the address to open, beginning with https; on the machine itself any address does.
      </p>
    </div>
  </main>
  <template v-else>
    <LazyForSignedIn v-if="account" />
    <LazyLockScreen v-if="isLocked" />
    <!-- Nothing is seen while locked, not even before the lock itself is there. -->
    <div :inert="isLocked" :class="isLocked ? 'invisible' : ''">
      <SignedOutNote />
      <NuxtLayout>
        <NuxtPage />
      </NuxtLayout>
    </div>
  </template>
</template>
