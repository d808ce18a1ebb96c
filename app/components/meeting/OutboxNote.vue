<script setup lang="ts">
/** Says quietly what is still on its way to the server, and loudly what the server refused. */
const outbox = useOutbox()
</script>

<template>
  <div aria-live="polite" class="text-[0.94rem]" data-test="outbox" :data-waiting="outbox.waiting">
    <p v-if="outbox.needsSignIn" class="bg-mark-soft rounded-lg px-3 py-1.5">
      {{ outbox.waiting }} kept in this browser. <NuxtLink to="/sign-in" class="underline">Sign in again</NuxtLink> and
      they are sent.
    </p>
    <p
      v-else-if="outbox.waiting > 0 && outbox.isOffline"
      class="bg-mark-soft rounded-lg px-3 py-1.5"
      data-test="outbox-waiting"
    >
      The server cannot be reached. {{ outbox.waiting }} kept in this browser, sent as soon as it answers.
    </p>
    <p v-for="kept in outbox.refused" :key="kept.name" class="bg-stop-soft rounded-lg px-3 py-1.5 mt-1" role="alert">
      Something noted at {{ new Date(kept.at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }) }} was
      refused: {{ kept.refused }}
      <button class="underline ml-2" @click="outbox.drop(kept)">Put it away</button>
    </p>
  </div>
</template>
