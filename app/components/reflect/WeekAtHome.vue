<script setup lang="ts">
import { weekAtHomeWords, type DaysAtHome } from '~~/core/reflect/atHome'

/** Who practised at home in the week before; what hurt there is looked at on the person's page. */
const { atHome } = defineProps<{ atHome: Readonly<Record<string, DaysAtHome>> }>()
const meeting = useMeeting()
const weeks = computed(() =>
  meeting.opened.people.flatMap(({ id, name }) => {
    const week = atHome[id]
    return week ? [{ id, name, week }] : []
  }),
)
</script>

<template>
  <p v-if="weeks.length > 0" class="text-faint" data-test="week-at-home">
    <span v-for="({ id, name, week }, at) in weeks" :key="id"
      ><NuxtLink :to="`/people/${id}/home`" class="underline">{{ name }}</NuxtLink> {{ weekAtHomeWords(week)
      }}{{ at === weeks.length - 1 ? '.' : ', ' }}</span
    >
  </p>
</template>
