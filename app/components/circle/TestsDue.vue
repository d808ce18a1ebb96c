<script setup lang="ts">
import { format, parseISO } from 'date-fns'
import { readTestRound, type TestRoundView } from '~~/core/contract/testRounds'
import { counted, joined } from '~~/core/sentence'

/** What a circle's tests come to within a week, and the way to the round. */
const { circleId } = defineProps<{ circleId: string }>()
const { catalogue } = storeToRefs(useCatalogue())
const view = shallowRef<TestRoundView | null>(null)
// What is due is no reason to hold the circle back: it comes when it comes, and not at all without the server.
void call(readTestRound, { params: { id: circleId } }).then(
  (known) => (view.value = known),
  () => undefined,
)
const TESTS_SHOWN = 3
const due = computed(() => {
  const all = view.value?.due ?? []
  const [first] = all
  if (!first) return null
  const counts = new Map<string, number>()
  for (const { measure } of all) counts.set(measure, (counts.get(measure) ?? 0) + 1)
  const most = [...counts].toSorted(([, a], [, b]) => b - a)
  const named = most
    .slice(0, TESTS_SHOWN)
    .map(([id, people]) => `${catalogue.value.measures.get(id)?.name.toLowerCase() ?? id} (${people})`)
  const more = most.length > TESTS_SHOWN && `and ${counted(most.length - TESTS_SHOWN, 'more test', 'more tests')}`
  return {
    people: new Set(all.map(({ participant }) => participant)).size,
    words: joined([...named, more]),
    from: format(parseISO(first.on), 'd MMMM'),
  }
})
</script>

<template>
  <section v-if="view && (view.round || due)" aria-label="Tests" data-test="tests-due">
    <h2>Tests</h2>
    <p v-if="view.round" class="flex flex-wrap items-center gap-3 py-1">
      <span class="flex-1">A round is on.</span
      ><NuxtLink :to="`/circles/${circleId}/tests`" class="button button-main">To the stations</NuxtLink>
    </p>
    <p v-else-if="due" class="flex flex-wrap items-center gap-3 py-1">
      <span class="flex-1"
        ><b>{{ counted(due.people, 'person is', 'people are') }} due within a week</b>, from {{ due.from }} on:
        {{ due.words }}.</span
      ><NuxtLink :to="`/circles/${circleId}/tests`" class="button button-quiet">Test round</NuxtLink>
    </p>
  </section>
</template>
