<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { readHome, saveHome, tickHome, tickHomeFromFile } from '~~/core/contract/homePractice'
import type { ReplyOf } from '~~/core/contract/route'
import { addDays, format, formatISO, startOfWeek } from 'date-fns'
import { decodeText } from '~~/core/formats/table'
import { doseWords } from '~~/core/plan/doseWords'
import { refusalOf } from '~/composables/useRefusal'

/**
 * Take home: three to five movements that are safe alone, how often and when, a handout and a calendar, and the ticks
 * that come back.
 */
const id = String(useRoute().params.id)
const { catalogue } = storeToRefs(useCatalogue())
const { problem } = await useOpenProfile(id, 'Home practice is chosen by a lead.')
type Home = ReplyOf<typeof readHome>
const proposals = ref<Home['proposals']>([])
const stored = ref<Home['home']>(null)
const chosen = ref<string[]>([])
const fields = reactive({ daysAWeek: 3, times: '09:00', note: '' })
const wrong = ref<Record<string, string>>({})
const message = ref('')
const said = ref('')
const USUAL = 4
const school = ref('')
const rows = ref<{ line: number; name: string; does: string; words: string[] }[]>([])

if (!problem.value) {
  const known = await call(readHome, { params: { id } })
  proposals.value = known.proposals
  stored.value = known.home
  school.value = known.school
  fields.daysAWeek = known.daysAWeek
  chosen.value = known.home
    ? known.home.practice.entries.map((entry) => entry.movement)
    : known.proposals.slice(0, USUAL).map((one) => one.movement)
  if (known.home)
    Object.assign(fields, {
      daysAWeek: known.home.practice.daysAWeek,
      times: known.home.practice.times.join(', '),
      note: known.home.practice.note,
    })
}
const variationOf = (entry: { variation: string }) => catalogue.value.variations.get(entry.variation)
const nameOf = (movement: string) => catalogue.value.movements.get(movement)?.name ?? movement
/** What is kept stays as it is; what is new comes as proposed. */
const entries = computed(() =>
  chosen.value.flatMap(
    (movement) =>
      stored.value?.practice.entries.find((entry) => entry.movement === movement) ??
      proposals.value.find((one) => one.movement === movement) ??
      [],
  ),
)
const offered = computed(() => [
  ...proposals.value,
  ...(stored.value?.practice.entries ?? [])
    .filter((entry) => !proposals.value.some((one) => one.movement === entry.movement))
    .map((entry) => ({ ...entry, because: 'Chosen earlier.' })),
])

async function save(): Promise<void> {
  wrong.value = {}
  message.value = said.value = ''
  const body = {
    entries: entries.value.map(({ movement, variation, dose, rounds }) => ({ movement, variation, dose, rounds })),
    daysAWeek: fields.daysAWeek,
    times: fields.times
      .split(',')
      .map((time) => time.trim())
      .filter((time) => time !== ''),
    note: fields.note,
  }
  try {
    stored.value = await call(saveHome, { params: { id }, body })
    said.value = 'It is kept. The handout and the calendar are ready.'
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields
    message.value = Object.values(refused.fields)[0] ?? refused.message
  }
}
const today = formatISO(new Date(), { representation: 'date' })
const days = computed(() => {
  const monday = startOfWeek(new Date(), { weekStartsOn: 1 })
  return Array.from({ length: 28 }, (_, at) => addDays(monday, at - 21)).map((day) => ({
    iso: formatISO(day, { representation: 'date' }),
    day,
  }))
})
/** What a tick says, from the first tap on: done, then how it was, then nothing again. */
const TICKS = [
  { done: false, how: null, mark: '', words: 'not ticked' },
  { done: true, how: null, mark: '✓', words: 'done' },
  { done: true, how: 'easy', mark: '+', words: 'done, easy' },
  { done: true, how: 'hard', mark: '−', words: 'done, hard' },
  { done: true, how: 'hurt', mark: '!', words: 'done, it hurt' },
] as const
function tickOn(movement: string, day: string): (typeof TICKS)[number] {
  if (!stored.value?.ticks[movement]?.includes(day)) return TICKS[0]
  const how = stored.value.how[movement]?.[day]
  return TICKS.find((tick) => tick.done && tick.how === (how === 'right' ? null : (how ?? null))) ?? TICKS[1]
}
async function turnTick(movement: string, day: string): Promise<void> {
  const { done, how } = entryAt(TICKS, (TICKS.indexOf(tickOn(movement, day)) + 1) % TICKS.length)
  try {
    stored.value = await call(tickHome, { params: { id }, body: { movement, day, done, how } })
  } catch (error) {
    message.value = refusalOf(error).message
  }
}
/** Ticks that come back as a table: what is refused is said, line by line. */
async function readFile(event: Event): Promise<void> {
  const file = fileIn(event)
  if (!file) return
  message.value = said.value = ''
  try {
    const text = decodeText(new Uint8Array(await file.arrayBuffer()))
    const answer = await call(tickHomeFromFile, { params: { id }, body: { text } })
    stored.value = answer.home
    rows.value = answer.rows.filter((row) => row.does === 'refuse')
    said.value = `${answer.rows.filter((row) => row.does === 'add').length} days ticked.`
  } catch (error) {
    message.value = refusalOf(error).fields.text ?? refusalOf(error).message
  }
}
</script>

<template>
  <ProfilePage :id="id" :problem="problem" title="Take home">
    <p class="text-faint">
      Proposed: what was done lately, one level easier than in class, nothing that is not done alone, and only props
      that are at home.
    </p>
    <p v-if="offered.length === 0">
      Nothing is safe alone with what is known. Write down what they have at home, under
      <NuxtLink :to="`/people/${id}/change`" class="underline">Change</NuxtLink>.
    </p>
    <ul class="divide-y divide-line">
      <li v-for="one in offered" :key="one.movement">
        <label class="flex items-center gap-4 py-2 cursor-pointer"
          ><input
            v-model="chosen"
            type="checkbox"
            class="size-5 accent-action"
            :value="one.movement"
            :disabled="!chosen.includes(one.movement) && chosen.length >= 5"
          /><MovementFigure v-if="variationOf(one)" :variation="variationOf(one)!" :height="56" label="" /><span
            class="flex-1"
            ><strong class="font-semibold">{{ nameOf(one.movement) }}</strong
            >: {{ variationOf(one)?.name
            }}<span class="block text-[0.94rem] text-faint"
              >{{ doseWords(one.dose) }}<template v-if="one.rounds > 1"> × {{ one.rounds }}</template
              >. {{ one.because }}</span
            ></span
          ></label
        >
      </li>
    </ul>
    <form class="flex flex-wrap gap-4 items-start" novalidate @submit.prevent="save">
      <AppField
        v-slot="{ id: field, fieldClass, aria }"
        :label="`Days a week${stored || !school ? '' : `, as ${school} does`}`"
        class="w-56"
        :wrong="wrong.daysAWeek"
        ><input :id="field" v-model.number="fields.daysAWeek" inputmode="numeric" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField
        v-slot="{ id: field, fieldClass, aria }"
        label="At, for instance 08:30, 19:00"
        class="w-64"
        :wrong="wrong['times.0'] ?? wrong['times.1'] ?? wrong.times"
        ><input :id="field" v-model="fields.times" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id: field, fieldClass }" label="A word to them" class="flex-1 min-w-60"
        ><input :id="field" v-model="fields.note" maxlength="300" :class="fieldClass"
      /></AppField>
      <div class="flex flex-wrap gap-3 items-center w-full">
        <button class="button button-main">Keep it</button
        ><template v-if="stored"
          ><a class="button" :href="`/api/participants/${id}/home/handout`" target="_blank">Handout, PDF</a
          ><a class="button" :href="`/api/participants/${id}/home/calendar`">Calendar with reminders</a></template
        >
        <p class="text-action" role="status" data-test="said">{{ said }}</p>
        <p v-if="message" class="wrong" role="alert">{{ message }}</p>
      </div>
    </form>
    <section v-if="stored" aria-label="What was ticked" class="space-y-2">
      <h2>Brought back</h2>
      <p class="text-faint text-[0.94rem]">
        Tap the days that are ticked on the sheet; the last four weeks. Tap again for how it was: + easy, − hard, ! it
        hurt, which is remembered until somebody has looked at it. Or
        <label class="underline cursor-pointer"
          >read a table with Movement, Date and How<input
            type="file"
            accept=".csv,text/csv"
            class="sr-only"
            data-test="tick-file"
            @change="readFile" /></label
        >.
      </p>
      <ul v-if="rows.length > 0" class="wrong">
        <li v-for="row in rows" :key="row.line">Line {{ row.line }}: {{ row.words.join(' ') }}</li>
      </ul>
      <div class="overflow-x-auto">
        <table class="border-collapse text-[0.82rem]" data-test="ticks">
          <thead>
            <tr>
              <th />
              <th v-for="{ iso, day } in days" :key="iso" class="font-normal text-faint px-0.5">
                {{ format(day, 'd') }}<span class="sr-only"> {{ format(day, 'MMMM') }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="entry in stored.practice.entries" :key="entry.movement">
              <th scope="row" class="text-left font-semibold pr-3 whitespace-nowrap text-[0.94rem]">
                {{ nameOf(entry.movement) }}
              </th>
              <td v-for="{ iso, day } in days" :key="iso" class="p-px">
                <button
                  class="block size-8 border border-line rounded"
                  :class="tickOn(entry.movement, iso).done ? 'bg-action text-on-action' : 'bg-raised'"
                  :disabled="iso > today"
                  :aria-pressed="tickOn(entry.movement, iso).done"
                  :aria-label="`${nameOf(entry.movement)}, ${format(day, 'd MMMM')}: ${tickOn(entry.movement, iso).words}`"
                  @click="turnTick(entry.movement, iso)"
                >
                  {{ tickOn(entry.movement, iso).mark }}
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </ProfilePage>
</template>
