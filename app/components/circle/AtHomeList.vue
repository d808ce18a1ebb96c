<script setup lang="ts">
import { format, parseISO } from 'date-fns'
import { readCircleAtHome } from '~~/core/contract/homePractice'
import type { ReplyOf } from '~~/core/contract/route'
import { counted } from '~~/core/sentence'

/** Who has something at home, whose does not hold any more and why, and all of it in one archive. */
const { circleId } = defineProps<{ circleId: string }>()
const rows = shallowRef<ReplyOf<typeof readCircleAtHome>>([])
// What lies at people's homes holds nobody up here: it comes when it comes, and not at all without the server.
void call(readCircleAtHome, { params: { id: circleId } }).then(
  (known) => (rows.value = known),
  () => undefined,
)
const old = computed(() => rows.value.filter(({ outOfDate }) => outOfDate.length > 0))
const next = computed(
  () =>
    rows.value
      .filter((row) => !old.value.includes(row))
      .map(({ goodUntil }) => goodUntil)
      .toSorted()[0],
)
</script>

<template>
  <section v-if="rows.length > 0" aria-label="At home" data-test="at-home">
    <h2>At home</h2>
    <p class="flex flex-wrap items-center gap-3 py-1">
      <span class="flex-1"
        >{{ counted(rows.length, 'person has', 'people have') }} a practice at home<template v-if="next"
          >; the next is good until {{ format(parseISO(next), 'd MMMM') }}</template
        >.</span
      ><a class="button button-quiet" :href="`/api/circles/${circleId}/handouts`">All of it, ZIP</a>
    </p>
    <p v-for="{ participant, name, outOfDate } in old" :key="participant" class="border-l-4 border-mark pl-3 py-1">
      <NuxtLink :to="`/people/${participant}/home`" class="underline">{{ name }}</NuxtLink>: what they have at home does
      not hold any more. {{ outOfDate.join(' ') }}
    </p>
  </section>
</template>
