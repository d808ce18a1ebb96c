<script setup lang="ts">
const { account } = useAccount()
const outbox = useOutbox()
const PLACES = [
  { to: '/', name: 'Circle' },
  { to: '/dates', name: 'Dates' },
  { to: '/people', name: 'People' },
  { to: '/movements', name: 'Movements' },
  { to: '/plans', name: 'Plans' },
  { to: '/practice', name: 'Practice' },
]
</script>

<template>
  <div class="min-h-dvh flex flex-col">
    <a href="#main" class="skip-link">Skip to the main part</a>
    <header class="border-b border-line no-print">
      <div class="mx-auto max-w-[1400px] px-5 flex items-center gap-x-6 gap-y-1 flex-wrap min-h-[51px]">
        <NuxtLink to="/" class="flex items-center gap-2.5 font-semibold text-action py-2">
          <svg viewBox="0 0 32 32" width="26" height="26" aria-hidden="true">
            <circle
              cx="16"
              cy="16"
              r="12.5"
              fill="none"
              stroke="currentColor"
              stroke-width="3"
              stroke-dasharray="9 4.1"
            />
            <circle cx="16" cy="16" r="3" fill="currentColor" /></svg
          ><span class="max-[419px]:sr-only">Unhurried Circle</span>
        </NuxtLink>
        <nav aria-label="Places" class="hidden lg:flex gap-1">
          <NuxtLink
            v-for="place in PLACES"
            :key="place.to"
            :to="place.to"
            class="px-3 py-2 min-h-11 flex items-center rounded-lg hover:bg-sunk"
            exact-active-class="font-semibold underline underline-offset-8 decoration-2 decoration-action"
            >{{ place.name }}</NuxtLink
          >
        </nav>
        <div v-if="account" class="ml-auto flex flex-wrap justify-end items-center gap-x-3 text-faint">
          <SearchAll />
          <span class="text-[0.94rem] hidden lg:inline">Keys: <kbd class="key">?</kbd></span>
          <NuxtLink to="/account" class="py-2.5 underline underline-offset-4 decoration-line hidden lg:inline"
            >{{ account.name }}<template v-if="account.role === 'helper'">, helper</template></NuxtLink
          >
          <PlacesMenu :places="PLACES" class="lg:hidden" />
          <SignOut />
        </div>
      </div>
    </header>
    <main id="main" class="flex-1 mx-auto w-full max-w-[1400px] px-5 py-5">
      <NewVersion class="no-print" />
      <NotTrusted class="no-print" />
      <OutboxNote v-if="account" class="no-print" :class="outbox.waiting + outbox.refused.length > 0 ? 'mb-3' : ''" />
      <slot />
    </main>
    <KeySheet />
  </div>
</template>
