<script setup lang="ts">
import { counted, joined } from '~~/core/sentence'
import { entriesOf, entryAt, sure } from '~~/core/entries'
import { readPersonLookBack, type PersonLookBack } from '~~/core/contract/records'
import { Tier, type Side } from '~~/core/catalogue/words'
import { holding } from '~~/core/measure/record'
import { trendOf } from '~~/core/measure/trend'
import type { LookBackWeeks, MovementBack } from '~~/core/reflect/lookBack'
import { apartWords, areApart } from '~~/core/reflect/sidesApart'
import { differenceInCalendarDays } from 'date-fns'

/** Look back on a person: words first, then the charts. */
const id = String(useRoute().params.id)
const { store, problem } = await useOpenProfile(id, 'Looking back is for leads.')
const { catalogue } = storeToRefs(useCatalogue())
const weeks = ref<LookBackWeeks>(12)
const known = shallowRef<PersonLookBack | null>(null)
const chosen = ref<string>('')
const keyOf = ({ movement, tier }: { movement: string; tier: Tier }) => `${movement} ${tier}`
async function open(): Promise<void> {
  known.value = await call(readPersonLookBack, { params: { id }, query: { weeks: weeks.value } })
  if (!known.value.back.movements.some((row) => keyOf(row) === chosen.value))
    chosen.value = known.value.back.movements[0] ? keyOf(known.value.back.movements[0]) : ''
}
if (!problem.value) await open()
watch(weeks, open)
const nameOf = (movement: string) => catalogue.value.movements.get(movement)?.name ?? movement
const record = computed(() => sure(known.value, 'Nothing is looked back on yet.'))
const back = computed(() => record.value.back)
const row = computed(() => back.value.movements.find((one) => keyOf(one) === chosen.value))
const unit = (one: MovementBack) => (one.unit === 's' ? ' s' : '')
const TREND_WORDS = {
  rising: 'rising',
  falling: 'falling',
  level: 'on the whole as it was',
  'too early': 'too early to say',
} as const
const levelWords = (first: number, last: number) =>
  first === last ? `level ${last} all the time` : `level ${first} to ${last}`
const sideName: Record<Side, string> = { both: 'reached', left: 'left', right: 'right' }

const words = computed(() => {
  const { came, of, movements } = back.value
  const lines = [of === 0 ? 'No meeting in this time.' : `Came to ${came} of ${of} meetings.`, painWords.value]
  const trends = { rising: ['Rising', ''], falling: ['Falling', ' Look at it.'], level: ['As they were', ''] }
  for (const [word, [name, more]] of entriesOf(trends)) {
    const those = movements.filter((one) => one.trend?.word === word).map((one) => nameOf(one.movement).toLowerCase())
    if (those.length > 0) lines.push(`${name}: ${those.join(', ')}.${more}`)
  }
  const apart = movements.flatMap(({ movement, sides }) =>
    sides !== null && areApart(sides) ? [`${nameOf(movement).toLowerCase()}, where ${apartWords(sides)}`] : [],
  )
  if (apart.length > 0) lines.push(`Sides differ: ${apart.join('; ')}.`)
  else if (movements.some((one) => one.sides !== null)) lines.push('The sides are alike.')
  const steps = record.value.acted.filter((entry) => entry.way === 'up').length
  const eased = record.value.acted.filter((entry) => entry.way === 'eased').length
  lines.push(`${counted(steps, 'step')} up, ${eased} eased.`)
  return lines.filter((line) => line !== '')
})
const painWords = computed(() => {
  const { pain } = back.value
  const arrivals = pain.flatMap((one) => (one.arrival === null ? [] : [one.arrival]))
  if (arrivals.length === 0) return ''
  const mean = (values: number[]) =>
    Math.round((10 * values.reduce((sum, value) => sum + value, 0)) / values.length) / 10
  const trend = trendOf(
    pain.flatMap((one) =>
      one.arrival === null
        ? []
        : [{ day: differenceInCalendarDays(one.date, entryAt(pain, 0).date), value: one.arrival }],
    ),
  )
  const leaving = pain.flatMap((one) => (one.leaving === null ? [] : [one.leaving]))
  const goes =
    trend && trend.word !== 'too early' && (trend.word === 'level' ? 'about the same all the time' : trend.word)
  const left = leaving.length > 0 ? `; ${mean(leaving)} where it was noted in the class` : ''
  return `${joined([`Pain on arrival ${mean(arrivals)} of 10 on average`, goes])}${left}.`
})
const rowWords = computed(() => {
  const one = row.value
  if (!one) return ''
  const [first, last] = [one.levels[0], one.levels.at(-1)]
  return joined([
    first && last ? levelWords(first.value, last.value) : '',
    one.trend ? TREND_WORDS[one.trend.word] : '',
  ])
})
const measured = computed(() =>
  [...catalogue.value.measures.values()].filter((measure) =>
    holding(record.value.measures).some((record) => record.measure === measure.id),
  ),
)
</script>

<template>
  <ProfilePage :id="id" :problem="problem" title="Look back">
    <WeeksPicker v-model="weeks" />
    <section aria-label="In words" data-test="words">
      <p v-for="line in words" :key="line" class="text-[1.12rem] leading-relaxed max-w-3xl">{{ line }}</p>
      <RememberedList
        :participant="id"
        :remembered="record.person.remembered"
        :can-look="true"
        class="mt-2"
        @looked="open"
      />
    </section>
    <GoalsBack v-if="record.goals.length > 0" :id="id" :goals="record.goals" :measures="store.opened.measures" />
    <section v-if="back.movements.length > 0 && row" aria-label="Movements" class="space-y-4">
      <h2>Levels and holds</h2>
      <div class="flex flex-wrap gap-2" role="group" aria-label="Movement that is shown">
        <button
          v-for="one in back.movements"
          :key="keyOf(one)"
          class="button"
          :class="chosen === keyOf(one) ? 'button-on' : ''"
          :aria-pressed="chosen === keyOf(one)"
          @click="chosen = keyOf(one)"
        >
          <TierGlyph :tier="one.tier" :level="one.levels.at(-1)?.value ?? null" :size="24" label="" />{{
            nameOf(one.movement)
          }}
        </button>
      </div>
      <div class="grid gap-8 lg:grid-cols-2">
        <BackChart
          :title="`${nameOf(row.movement)}, level`"
          :words="`${rowWords}.`"
          :series="[{ name: 'level', points: row.levels }]"
          unit=""
          :max="5"
          stepped
        />
        <BackChart
          v-if="row.amounts.length > 0"
          :title="`${nameOf(row.movement)}, ${row.unit === 's' ? 'seconds held' : 'repetitions'}`"
          words="against the target of the day."
          :series="row.amounts.map((one) => ({ name: sideName[one.side], points: one.points }))"
          :unit="unit(row)"
        />
        <BackChart
          v-if="row.sides && row.sides.points.length > 1"
          :title="`${nameOf(row.movement)}, the ${row.sides.weaker} side as a share of the other`"
          :words="`${apartWords(row.sides)}; levels counted in.`"
          :series="[{ name: row.sides.weaker, points: row.sides.points }]"
          unit=" %"
        />
      </div>
    </section>
    <section v-if="back.pain.some((one) => one.arrival !== null)" aria-label="Pain">
      <h2 class="mb-2">Pain</h2>
      <div class="max-w-3xl">
        <BackChart
          title="Pain"
          :words="painWords"
          :series="
            [
              {
                name: 'on arrival',
                points: back.pain.flatMap((one) =>
                  one.arrival === null ? [] : [{ date: one.date, value: one.arrival }],
                ),
              },
              {
                name: 'noted in the class',
                points: back.pain.flatMap((one) =>
                  one.leaving === null ? [] : [{ date: one.date, value: one.leaving }],
                ),
              },
            ].filter((one) => one.points.length > 0)
          "
          unit=""
          :max="10"
        />
      </div>
    </section>
    <section v-if="measured.length > 0" aria-label="Measures">
      <h2 class="mb-2">Angles, balance and other measures</h2>
      <div class="grid gap-8 lg:grid-cols-2">
        <MeasureChart
          v-for="measure in measured"
          :key="measure.id"
          :measure="measure"
          :records="record.measures"
          :person="store.normPerson"
          :pairs="record.pairs[measure.id] ?? []"
        />
      </div>
    </section>
    <section aria-label="Dose"><DoseChart :dose="back.dose" :home="record.home" :aim="record.aim" /></section>
    <p><NuxtLink :to="`/people/${id}/letter`" class="button">Write to a clinician</NuxtLink></p>
  </ProfilePage>
</template>
