<script setup lang="ts">
import { importMeasures, importPeople } from '~~/core/contract/practice'
import type { ReplyOf } from '~~/core/contract/route'
import { decodeText } from '~~/core/formats/table'
import { refusalOf } from '~/composables/useRefusal'

/** A spreadsheet of people or of results: first what it would do, row by row and why, then all of it at once. */
const { isLead } = useAccount()
const SHOWN = 200
const what = ref<'people' | 'measures'>('people')
const text = ref('')
const file = ref('')
const answer = ref<ReplyOf<typeof importPeople> | null>(null)
const message = ref('')
const busy = ref(false)
const only = ref<'add' | 'change' | 'same' | 'refuse' | ''>('')
const DOES = { add: 'is added', change: 'is changed', same: 'is there already', refuse: 'is refused' }
const counts = computed(() =>
  (['add', 'change', 'same', 'refuse'] as const).map((does) => ({
    does,
    count: answer.value?.rows.filter((row) => row.does === does).length ?? 0,
  })),
)
const rows = computed(() => (answer.value?.rows ?? []).filter((row) => only.value === '' || row.does === only.value))
const willDo = computed(() =>
  counts.value.filter(({ does }) => does === 'add' || does === 'change').reduce((sum, { count }) => sum + count, 0),
)

async function read(event: Event): Promise<void> {
  const chosen = fileIn(event)
  if (!chosen) return
  file.value = chosen.name
  text.value = decodeText(new Uint8Array(await chosen.arrayBuffer()))
  await send(false)
}
async function send(commit: boolean): Promise<void> {
  message.value = ''
  busy.value = true
  try {
    const route = what.value === 'people' ? importPeople : importMeasures
    answer.value = await call(route, { body: { text: text.value, commit } })
    const hasRefused = answer.value.rows.some((row) => row.does === 'refuse')
    only.value = !commit && hasRefused ? 'refuse' : ''
  } catch (error) {
    answer.value = null
    message.value = refusalOf(error).message
  } finally {
    busy.value = false
  }
}
watch(what, () => {
  answer.value = null
  if (text.value !== '') void send(false)
})
</script>

<template>
  <div class="space-y-6 max-w-5xl">
    <p><NuxtLink to="/people" class="text-action underline underline-offset-4">People</NuxtLink></p>
    <h1>Spreadsheets</h1>
    <p v-if="!isLead" class="text-faint">This is for leads.</p>
    <template v-else>
      <p class="flex flex-wrap gap-2">
        <a class="button" href="/api/exports/people">People as a spreadsheet</a
        ><a class="button" href="/api/exports/measures">Measures as a spreadsheet</a
        ><a class="button" href="/api/exports/outcomes">Outcomes as a spreadsheet</a>
      </p>
      <div class="flex flex-wrap items-end gap-4">
        <label class="w-52"
          ><span class="label">Read in</span
          ><select v-model="what" class="field">
            <option value="people">people</option>
            <option value="measures">measures</option>
          </select></label
        >
        <label class="flex-1 min-w-72"
          ><span class="label">A file with commas, semicolons or tabs between the cells</span
          ><input type="file" accept=".csv,.txt,.tsv,text/csv,text/plain" class="field" data-test="file" @change="read"
        /></label>
      </div>
      <p class="text-faint text-[0.94rem]">
        <template v-if="what === 'people'"
          >Columns: Name (or First name and Last name), Year of birth, Sex, Height, Pace, Home tier, Bed, Chair,
          Standing, Floor, To respect. Only a name is needed; an empty cell changes nothing. Several facts stand between
          bars (Numb feet | Sees poorly), between semicolons in one cell, or in further columns To respect 2, 3; they
          are called as in the list under a person.
          <a href="/examples/people.csv" class="underline" download>An example file</a></template
        ><template v-else
          >Columns: Name, Date, Measure, Value; and where there are some Year of birth, Side, Setting, Pain, Note. The
          day comes first in a date.</template
        >
      </p>
      <p v-if="message" class="wrong" role="alert">{{ message }}</p>
      <p v-if="busy" aria-live="polite">Reading …</p>
      <section v-if="answer" aria-label="What the file does" class="space-y-3">
        <p v-if="answer.done" class="text-action font-semibold" role="status" data-test="done">
          Done. Refused rows were left out.
        </p>
        <div class="flex flex-wrap gap-2" role="group" aria-label="Rows that are shown">
          <button class="button" :class="only === '' ? 'button-on' : ''" :aria-pressed="only === ''" @click="only = ''">
            All {{ answer.rows.length }}</button
          ><button
            v-for="{ does, count } in counts"
            :key="does"
            class="button"
            :class="only === does ? 'button-on' : ''"
            :aria-pressed="only === does"
            :disabled="count === 0"
            :data-count="does"
            @click="only = does"
          >
            {{ count }} {{ count === 1 ? DOES[does] : DOES[does].replace(/^is /, 'are ') }}
          </button>
        </div>
        <button
          v-if="!answer.done"
          class="button button-main"
          :disabled="willDo === 0 || busy"
          data-test="commit"
          @click="send(true)"
        >
          Do it for {{ willDo }} {{ willDo === 1 ? 'row' : 'rows' }}
        </button>
        <table class="w-full border-collapse">
          <thead class="text-left text-faint text-[0.94rem]">
            <tr>
              <th class="font-normal w-20">Line</th>
              <th class="font-normal">Name</th>
              <th class="font-normal">What happens</th>
              <th class="font-normal">Why, or what</th>
            </tr>
          </thead>
          <tbody class="divide-y divide-line">
            <tr v-for="row in rows.slice(0, SHOWN)" :key="row.line">
              <td class="numerals py-1">{{ row.line }}</td>
              <td>{{ row.name }}</td>
              <td :class="row.does === 'refuse' ? 'text-stop' : ''">{{ DOES[row.does] }}</td>
              <td>{{ row.words.join(' ') }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="rows.length > SHOWN" class="text-faint">… and {{ rows.length - SHOWN }} more.</p>
      </section>
    </template>
  </div>
</template>
