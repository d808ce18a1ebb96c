<script setup lang="ts">
import { addDays, format, formatISO, getISODay, parseISO } from 'date-fns'
import { z } from 'zod'
import { beginCircle } from '~~/core/contract/beginning'
import { SeriesRule } from '~~/core/calendar/series'
import { soonAfter } from '~~/core/calendar/soon'
import { VenueFields } from '~~/core/circle/circle'
import { readPeopleLines } from '~~/core/formats/peopleLines'
import { counted } from '~~/core/sentence'
import type { Station } from '~/components/circle/CircleRing.vue'
import { calledName } from '~/words/tiers'

/** From an empty practice to a first class that can be led: where they meet, who comes, what cannot wait. */
const { account } = useAccount()
const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
const ZONES = Intl.supportedValuesOf('timeZone')

const Fields = z.object({
  id: z.uuid(),
  step: z.enum(['where', 'who']),
  venue: VenueFields.shape.name,
  weekday: z.number().int().min(1).max(7),
  time: SeriesRule.shape.time,
  zone: SeriesRule.shape.zone,
  minutes: z.number(),
  /** The first class is today, whatever the weekday. */
  isToday: z.boolean(),
  lines: z.string().max(20_000, 'This is too long.'),
  asked: z.boolean(),
  exceptions: z.array(z.object({ name: z.string(), question: z.string() })),
  hasHelp: z.boolean(),
})
type Typed = z.infer<typeof Fields>
const draft = useDraft<Typed>(
  'beginning',
  () => {
    const { weekday, time } = soonAfter(new Date())
    return {
      ...{ id: crypto.randomUUID(), step: 'where', venue: '', weekday, time },
      ...{ zone: Intl.DateTimeFormat().resolvedOptions().timeZone, minutes: 45, isToday: false },
      ...{ lines: '', asked: false, exceptions: [], hasHelp: false },
    }
  },
  Fields,
)
const { fields, wrong, message, saving } = draft
/** A browser that knows no place says UTC. */
const choosesZone = ref(/^(UTC|Etc\/)/.test(fields.value.zone))

const today = () => formatISO(new Date(), { representation: 'date' })
/** The next such weekday, today counted in. */
const weeklyOn = computed(() =>
  formatISO(addDays(new Date(), (fields.value.weekday - getISODay(new Date()) + 7) % 7), { representation: 'date' }),
)
const isOnToday = computed(() => weeklyOn.value === today())
const first = computed(() => {
  if (!fields.value.isToday || isOnToday.value) return { on: weeklyOn.value, time: fields.value.time }
  const { on, time } = soonAfter(new Date())
  return { on, time }
})
const whenWords = computed(() => `${WEEKDAYS[fields.value.weekday - 1]}s at ${fields.value.time}`)

const read = computed(() => readPeopleLines(fields.value.lines).people)
const doubts = computed(() => read.value.filter(({ doubt }) => doubt !== null))
const onFloor = computed(() => read.value.filter(({ doubt, tier }) => doubt === null && tier === 'floor'))
const stations = computed(() =>
  read.value.map(({ line, name, tier, doubt }): Station => ({
    ...{ id: String(line), name: calledName(name), level: null },
    tier: doubt === null ? tier : null,
  })),
)
const yesOf = (name: string) =>
  fields.value.exceptions.filter((exception) => exception.name === name).map(({ question }) => question)

function answerWhere(): void {
  const where = Fields.pick({ venue: true, time: true, zone: true }).safeParse(fields.value)
  wrong.value = {}
  for (const issue of where.error?.issues ?? []) wrong.value[issue.path.join('.')] ??= issue.message
  if (where.success) fields.value.step = 'who'
}

async function begin(): Promise<void> {
  const begun = await draft.submit(({ id, venue, zone, minutes, asked, hasHelp }) =>
    call(beginCircle, {
      body: {
        ...{ id, venue, zone, minutes, helpers: hasHelp ? 2 : 1 },
        weekly: { on: weeklyOn.value, time: fields.value.time },
        first: first.value,
        people: read.value.map(({ name, tier, inWheelchair }) => ({
          ...{ name, tier, inWheelchair, asked, yes: yesOf(name) },
        })),
      },
    }),
  )
  if (begun) await navigateTo(`/meetings/${begun.meeting}/${begun.unmet.length > 0 ? 'prepare' : 'gather'}`)
}
const wrongPeople = computed(
  () => wrong.value.people ?? Object.entries(wrong.value).find(([path]) => path.startsWith('people.'))?.[1] ?? '',
)
const firstWords = computed(() => {
  const on = first.value.on === today() ? 'today' : format(parseISO(first.value.on), 'EEEE d MMMM')
  return `${on} at ${first.value.time}`
})
const LATER = ['screening, four minutes each', 'levels of each person', 'measures of the room', 'props in the cupboard']
</script>

<template>
  <BeginFrame>
    <BeginStep
      :number="1"
      title="Practice and you"
      state="answered"
      :changes="false"
      :answer="`${account?.practiceName}, ${account?.name}`"
    />
    <BeginStep
      :number="2"
      title="Where you meet"
      :state="fields.step === 'where' ? 'open' : 'answered'"
      :answer="`${fields.venue}, ${whenWords}`"
      @change="fields.step = 'where'"
    >
      <form class="space-y-4" novalidate @submit.prevent="answerWhere">
        <AppField v-slot="{ id, fieldClass, aria }" label="The hall or room" :wrong="wrong.venue"
          ><input :id="id" v-model="fields.venue" :class="fieldClass" v-bind="aria" autofocus maxlength="120"
        /></AppField>
        <div class="flex flex-wrap gap-4 items-start">
          <AppField v-slot="{ id, fieldClass }" label="Every" class="w-40"
            ><select :id="id" v-model.number="fields.weekday" :class="fieldClass">
              <option v-for="(name, at) in WEEKDAYS" :key="name" :value="at + 1">{{ name }}</option>
            </select></AppField
          >
          <AppField v-slot="{ id, fieldClass, aria }" label="At" class="w-32" :wrong="wrong.time"
            ><input :id="id" v-model="fields.time" type="time" :class="fieldClass" v-bind="aria"
          /></AppField>
          <AppField v-slot="{ id, fieldClass }" label="For" class="w-36"
            ><select :id="id" v-model.number="fields.minutes" :class="fieldClass">
              <option v-for="minutes in [20, 30, 45, 60, 75, 90]" :key="minutes" :value="minutes">
                {{ minutes }} minutes
              </option>
            </select></AppField
          >
        </div>
        <label v-if="!isOnToday" class="flex items-center gap-2 min-h-11"
          ><input v-model="fields.isToday" type="checkbox" class="size-5 accent-action" />A first class today
          already</label
        >
        <AppField v-if="choosesZone" v-slot="{ id, fieldClass }" label="The clock on the wall there" :wrong="wrong.zone"
          ><select :id="id" v-model="fields.zone" :class="fieldClass">
            <option v-for="zone in [...new Set([fields.zone, ...ZONES])]" :key="zone">{{ zone }}</option>
          </select></AppField
        >
        <p v-else class="text-faint">
          On the clock of {{ fields.zone.replaceAll('_', ' ') }}.
          <button type="button" class="button button-quiet" @click="choosesZone = true">Another one</button>
        </p>
        <button class="button button-main">Next: who comes</button>
      </form>
    </BeginStep>
    <BeginStep :number="3" title="Who comes?" :state="fields.step === 'who' ? 'open' : 'later'">
      <form class="space-y-6" novalidate @submit.prevent="begin">
        <PeopleLines v-model="fields.lines" :wrong="wrongPeople" />
        <label v-if="onFloor.length > 0" class="flex gap-3 border-l-4 border-mark pl-3"
          ><input v-model="fields.hasHelp" type="checkbox" class="size-5 mt-1 accent-action shrink-0" /><span
            >Somebody besides me is in the room to help people up from the floor.<span class="block text-faint"
              >Otherwise {{ onFloor.map(({ name }) => calledName(name)).join(', ') }}
              {{ onFloor.length === 1 ? 'works' : 'work' }} on the feet or on the chair until screened.</span
            ></span
          ></label
        >
        <FirstAsked
          v-if="read.length > 0"
          v-model:asked="fields.asked"
          v-model:exceptions="fields.exceptions"
          :names="read.filter(({ doubt }) => doubt === null).map(({ name }) => name)"
        />
        <div class="flex flex-wrap gap-4 items-center">
          <button v-if="doubts.length > 0" type="button" class="button button-waiting" disabled>
            {{ counted(doubts.length, 'line') }} to answer
          </button>
          <button v-else class="button button-main min-h-14 px-7 text-lg" :disabled="read.length === 0 || saving">
            {{ saving ? 'Composing …' : `Make a first class for ${read.length || 'them'}` }}
          </button>
          <p class="text-faint leading-snug">
            {{ firstWords }}, {{ fields.minutes }} minutes.<br />Everything can be changed later.
          </p>
        </div>
        <p v-if="message" class="wrong" role="alert">{{ message }}</p>
      </form>
    </BeginStep>
    <template #beside>
      <CircleRing
        v-if="stations.length > 0"
        :stations="stations"
        :centre="`${calledName(account?.name ?? '')}, and ${counted(stations.length, 'person', 'people')}`"
      />
      <p v-else class="py-24 text-center text-faint">The circle fills as you name who comes.</p>
      <div class="border-t border-line pt-4 mt-6 space-y-2">
        <h2>This can wait</h2>
        <ul class="grid sm:grid-cols-2 gap-x-6 gap-y-1">
          <li v-for="later in LATER" :key="later">{{ later }}</li>
        </ul>
        <p class="text-faint leading-snug text-[0.94rem]">
          Until somebody is screened they work on levels 1 and 2, with no bending or turning of the back to its end and
          the head never low. Nobody goes down to the floor who does not work there. Pain means stop. In an emergency,
          call your local number.
        </p>
      </div>
    </template>
  </BeginFrame>
</template>
