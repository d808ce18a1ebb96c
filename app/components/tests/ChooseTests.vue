<script setup lang="ts">
import { parseISO, format } from 'date-fns'
import type { TestRoundView } from '~~/core/contract/testRounds'
import { isQuick, STATIONS_AT_MOST } from '~~/core/measure/testRound'
import { counted } from '~~/core/sentence'

/** Which tests a round has: those that are due first, with how many people they are due for. */
const { due } = defineProps<{ due: TestRoundView['due'] }>()
const emit = defineEmits<{ begin: [measures: string[]] }>()
const { catalogue } = storeToRefs(useCatalogue())
const rows = computed(() =>
  [...catalogue.value.measures.values()]
    .filter(isQuick)
    .map((measure) => {
      const of = due.filter((one) => one.measure === measure.id)
      return { measure, people: new Set(of.map(({ participant }) => participant)).size, from: of[0]?.on ?? '' }
    })
    .toSorted((a, b) => b.people - a.people),
)
/** A first round: getting up, standing, walking, reaching. */
const USUAL = ['chair-stand', 'tandem', 'up-and-go', 'sit-and-reach']
const DUE_FIRST = 4
const FIRST_SHOWN = 8
const chosen = ref<string[]>(
  rows.value.filter(({ people }) => people > 0).length > 0
    ? rows.value
        .filter(({ people }) => people > 0)
        .slice(0, DUE_FIRST)
        .map(({ measure }) => measure.id)
    : USUAL,
)
const problem = computed(() =>
  chosen.value.length > STATIONS_AT_MOST ? `A round has ${STATIONS_AT_MOST} tests at most: take one away.` : '',
)
const isShown = ref(false)
const shown = computed(() =>
  isShown.value
    ? rows.value
    : rows.value.filter(
        ({ measure, people }, at) => (people > 0 && at < FIRST_SHOWN) || chosen.value.includes(measure.id),
      ),
)
const dayWords = (day: string) => format(parseISO(day), 'd MMMM')
/** In the order of the list, as stations stand. */
const begin = () =>
  emit(
    'begin',
    rows.value.map(({ measure }) => measure.id).filter((id) => chosen.value.includes(id)),
  )
</script>

<template>
  <div class="space-y-4 max-w-3xl">
    <fieldset>
      <legend class="label">Which, one station each</legend>
      <ul class="divide-y divide-line">
        <li v-for="{ measure, people, from } in shown" :key="measure.id">
          <label class="flex items-center gap-3 min-h-11"
            ><input v-model="chosen" type="checkbox" :value="measure.id" class="size-5 accent-action" /><span
              class="flex-1"
              >{{ measure.name }}</span
            ><span v-if="people > 0" class="text-faint"
              >due for {{ counted(people, 'person', 'people') }}, from {{ dayWords(from) }}</span
            ></label
          >
        </li>
      </ul>
      <button v-if="!isShown" class="button button-quiet" @click="isShown = true">All quick tests</button>
    </fieldset>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <button
      class="button button-main"
      :disabled="chosen.length === 0 || problem !== ''"
      data-test="begin-round"
      @click="begin"
    >
      Begin with {{ counted(chosen.length, 'station', 'stations') }}
    </button>
    <p class="text-faint">
      Helpers open this page on their own telephone. Balance and range before strength, walking last.
    </p>
  </div>
</template>
