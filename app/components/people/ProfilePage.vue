<script setup lang="ts">
/** A page of somebody's profile that is for leads: the way back to them and the title, or why it cannot be opened. */
const { id } = defineProps<{ id: string; title: string; problem: string }>()
const store = useProfile()
</script>

<template>
  <div v-if="problem" class="py-16 space-y-4">
    <h1>{{ problem }}</h1>
    <NuxtLink to="/people" class="button">Back to People</NuxtLink>
  </div>
  <div v-else-if="store.profile" class="space-y-6 max-w-5xl">
    <p>
      <NuxtLink :to="`/people/${id}`" class="text-action underline underline-offset-4">{{
        store.person.name
      }}</NuxtLink>
    </p>
    <h1>{{ title }}</h1>
    <slot />
  </div>
</template>
