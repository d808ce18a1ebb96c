<script setup lang="ts">
import { askFirst, placeStarts } from '~~/core/contract/beginning'
import type { Circle, Venue } from '~~/core/circle/circle'
import type { Participant } from '~~/core/offer/participant'
import { counted, joined } from '~~/core/sentence'
import type { Exception } from '~/components/begin/FirstAsked.vue'
import { refusalOf } from '~/composables/useRefusal'
import { calledName } from '~/words/tiers'

/** What a circle that began in a few minutes still wants, with the way to each; it shrinks as it is done. */
const { circle, venue, notAsked, toScreen, withoutLevels } = defineProps<{
  circle: Circle
  venue: Venue | null
  notAsked: Participant[]
  toScreen: Participant[]
  /** How many have no level yet in the tier where they work. */
  withoutLevels: number
}>()
const emit = defineEmits<{ done: [] }>()
const problem = ref('')
const doing = ref(false)
const asks = ref(false)
const asked = ref(false)
const exceptions = ref<Exception[]>([])
const namesOf = (people: Participant[]) => {
  const [first, second, third, ...more] = people.map(({ name }) => calledName(name))
  return joined([first, second, third, more.length > 0 ? `and ${more.length} more` : ''])
}
const wants = computed(
  () =>
    notAsked.length + toScreen.length + withoutLevels > 0 ||
    venue?.isMeasured === false ||
    (venue !== null && Object.values(venue.cupboard).every((count) => count === 0)),
)
async function tried(work: () => Promise<unknown>): Promise<void> {
  problem.value = ''
  doing.value = true
  try {
    await work()
    emit('done')
  } catch (error) {
    problem.value = refusalOf(error).message
  } finally {
    doing.value = false
  }
}
const keepAsked = () =>
  tried(async () => {
    const answers = notAsked.map(({ id, name }) => ({
      participant: id,
      yes: exceptions.value.filter((one) => one.name === name).map(({ question }) => question),
    }))
    await call(askFirst, { params: { id: circle.id }, body: { answers } })
    asks.value = false
    asked.value = false
    exceptions.value = []
  })
const placeAll = () => tried(() => call(placeStarts, { params: { id: circle.id } }))
</script>

<template>
  <section v-if="wants" aria-label="Still to do" class="space-y-1">
    <h2>Still to do</h2>
    <ul class="divide-y divide-line">
      <li v-if="notAsked.length > 0" class="py-2">
        <div class="flex items-center gap-3">
          <MarkGlyph mark="breath" />
          <span class="flex-1"
            ><b>{{ counted(notAsked.length, 'person', 'people') }} to ask</b> before the class: {{ namesOf(notAsked) }}.
            Breath only until then.</span
          >
          <button class="button button-quiet" :aria-expanded="asks" @click="asks = !asks">Ask now</button>
        </div>
        <div v-if="asks" class="space-y-3 pl-9 pt-2">
          <FirstAsked v-model:asked="asked" v-model:exceptions="exceptions" :names="notAsked.map(({ name }) => name)" />
          <button class="button button-main" :disabled="!asked || doing" @click="keepAsked">Keep the answers</button>
        </div>
      </li>
      <li v-if="toScreen.length > 0" class="py-2 flex items-center gap-3">
        <MarkGlyph mark="screen" />
        <span class="flex-1"
          ><b>{{ toScreen.length }} to screen</b>, four minutes each: {{ namesOf(toScreen) }}</span
        >
        <NuxtLink :to="`/people/${toScreen[0]?.id}/screen`" class="button button-quiet">Begin</NuxtLink>
      </li>
      <li v-if="withoutLevels > 0" class="py-2 flex items-center gap-3">
        <span class="flex-1 pl-9"
          ><b>{{ counted(withoutLevels, 'person', 'people') }} without levels.</b> Each begins where a first time
          begins.</span
        >
        <button class="button button-quiet" :disabled="doing" @click="placeAll">Place them all</button>
      </li>
      <li v-if="venue?.isMeasured === false" class="py-2 flex items-center gap-3">
        <span class="flex-1 pl-9"
          ><b>The room is not measured.</b> {{ venue.name }} is taken for {{ venue.roomLengthM }} ×
          {{ venue.roomWidthM }} m.</span
        >
        <NuxtLink to="/practice" class="button button-quiet">Measure</NuxtLink>
      </li>
      <li
        v-if="venue && Object.values(venue.cupboard).every((count) => count === 0)"
        class="py-2 flex items-center gap-3"
      >
        <span class="flex-1 pl-9"
          ><b>The cupboard is empty.</b> Plans use nothing but chairs, beds, mats and the wall.</span
        >
        <NuxtLink to="/practice" class="button button-quiet">Count</NuxtLink>
      </li>
    </ul>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </section>
</template>
