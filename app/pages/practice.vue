<script setup lang="ts">
/** The practice: venues, circles and accounts. */
const practice = usePractice()
const { account, isLead } = useAccount()
await practice.open()
const adding = ref<'venue' | 'circle' | null>(practice.circles.length === 0 ? 'circle' : null)
if (practice.venues.length === 0) adding.value = 'venue'
async function saved(): Promise<void> {
  adding.value = null
  await practice.open()
}
</script>

<template>
  <div class="space-y-10">
    <h1>{{ account?.practiceName }}</h1>
    <p v-if="!isLead">Venues, circles and accounts are kept by a lead.</p>
    <template v-else>
      <section class="space-y-6">
        <h2>Venues</h2>
        <details v-for="venue in practice.venues" :key="venue.id" class="border-t border-line pt-3">
          <summary class="cursor-pointer font-semibold min-h-11">
            {{ venue.name }}, {{ venue.roomLengthM }} × {{ venue.roomWidthM }} m
          </summary>
          <VenueForm :venue="venue" class="mt-3" @saved="saved" />
        </details>
        <VenueForm v-if="adding === 'venue'" :venue="null" @saved="saved" />
        <button v-else class="button" @click="adding = 'venue'">Add a venue</button>
      </section>
      <section class="space-y-6">
        <h2>Circles</h2>
        <details v-for="circle in practice.circles" :key="circle.id" class="border-t border-line pt-3">
          <summary class="cursor-pointer font-semibold min-h-11">
            {{ circle.name }}, {{ circle.members.length }} people
          </summary>
          <CircleForm :circle="circle" class="mt-3" @saved="saved" />
        </details>
        <CircleForm v-if="adding === 'circle'" :circle="null" @saved="saved" />
        <button v-else-if="practice.venues.length > 0" class="button" @click="adding = 'circle'">Add a circle</button>
        <p v-else class="text-faint">A circle meets in a venue: add that first.</p>
      </section>
      <section class="space-y-4">
        <h2>Accounts</h2>
        <AccountList />
      </section>
      <MadeUpCircle @removed="practice.open" />
      <section class="space-y-2">
        <h2>How long records are kept</h2>
        <Suspense><RetentionRules /></Suspense>
      </section>
      <section class="space-y-2">
        <h2>Backups</h2>
        <Suspense><BackupNote /></Suspense>
      </section>
      <section class="space-y-2">
        <h2>Everything as one file</h2>
        <p class="text-faint max-w-3xl">
          The archive holds the whole practice: people and their health facts, plans, outcomes, decisions, accounts with
          their passwords (hashed). Keep it as you keep the records. It restores into an empty installation, from the
          page that sets a practice up. It is an OpenPGP file: any program for that opens it with the passphrase.
        </p>
        <ArchiveTools />
      </section>
    </template>
  </div>
</template>
