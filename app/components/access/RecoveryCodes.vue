<script setup lang="ts">
/** Recovery codes, shown this once: to be printed, or written down. */
defineProps<{ codes: string[] }>()
const { account } = useAccount()
const print = () => window.print()
</script>

<template>
  <div class="border-2 border-ink rounded-lg p-4 max-w-xl space-y-3 printed" data-test="recovery-codes">
    <h3 class="font-semibold">Recovery codes for {{ account?.email }}</h3>
    <p>
      Each sets a new password once, and stands in for the authenticator. They are shown only now: print them, and keep
      them where you keep keys, not with the tablet.
    </p>
    <ol class="grid sm:grid-cols-2 gap-x-6 gap-y-1 numerals font-mono whitespace-nowrap">
      <li v-for="code in codes" :key="code">{{ code }}</li>
    </ol>
    <button class="button no-print" @click="print">Print them</button>
  </div>
</template>
