<script setup lang="ts">
import type { Participant } from '~~/core/offer/participant'

/** Somebody new: what is needed to begin; the rest is asked in the screening. */
const { isLead } = useAccount()
await useCatalogue().load()
const saved = (person: Participant) => navigateTo(`/people/${person.id}`)
</script>

<template>
  <div class="space-y-6">
    <p><NuxtLink to="/people" class="text-action underline underline-offset-4">People</NuxtLink></p>
    <h1>A new person</h1>
    <p v-if="!isLead" class="text-faint">Only a lead can add a person.</p>
    <PersonForm v-else :person="null" @saved="saved" />
  </div>
</template>
