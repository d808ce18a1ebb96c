<script setup lang="ts">
import { rememberedWords } from '~~/core/offer/remembered'

/** What is not to be forgotten of this movement, with whom: in front of whoever leads while it is done. */
const { movement } = defineProps<{ movement: string | undefined }>()
const meeting = useMeeting()
const lines = computed(() =>
  meeting.present.flatMap((person) =>
    person.remembered
      .filter((one) => one.movement === movement)
      .map((one) => ({ key: one.key, name: meeting.calledOf(person.id), words: rememberedWords(one) })),
  ),
)
</script>

<template>
  <p v-if="lines.length > 0" class="border-l-4 border-stop pl-3 text-[1.05rem] leading-snug" data-test="remembered-now">
    <span v-for="line in lines" :key="line.key" class="mr-4"
      ><strong class="font-semibold">{{ line.name }}</strong
      >: {{ line.words }}</span
    >
  </p>
</template>
