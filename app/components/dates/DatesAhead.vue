<script setup lang="ts">
import { format, startOfWeek } from 'date-fns'
import { wallWords } from '~~/core/calendar/wall'
import { grouped } from '~~/core/grouped'
import type { CalendarLine } from '~~/core/contract/circles'
import { refusalOf } from '~/composables/useRefusal'

/** The dates ahead, week by week, as lines: who leads, what is called off and why, the way into preparing. */
const { circleId } = defineProps<{ circleId: string }>()
const dates = useDates()
const practice = usePractice()
const { isLead } = useAccount()
const problem = ref('')
const lines = computed(() => dates.known.lines.filter((line) => circleId === '' || line.circleId === circleId))
const weeks = computed(() => [
  ...grouped(lines.value, (line) => format(startOfWeek(line.on, { weekStartsOn: 1 }), 'yyyy-MM-dd')),
])
const SHOWN_WEEKS = 5
const showAll = ref(false)
const shown = computed(() => (showAll.value ? weeks.value : weeks.value.slice(0, SHOWN_WEEKS)))
const circleName = (line: CalendarLine) => practice.circles.find((one) => one.id === line.circleId)?.name ?? ''
async function tried(work: () => Promise<unknown>): Promise<void> {
  problem.value = ''
  try {
    await work()
  } catch (error) {
    problem.value = refusalOf(error).message
  }
}
const prepare = (line: CalendarLine) =>
  tried(async () => navigateTo(`/meetings/${await dates.meetingOf(line, practice.lastLedOf(line.circleId))}/prepare`))
const stageOf = ({ meetingId }: CalendarLine) =>
  practice.meetings.find(({ id }) => id === meetingId)?.stage ?? 'prepare'
const isOver = (line: CalendarLine) => stageOf(line) === 'reflect' || stageOf(line) === 'settled'
const cover = (line: CalendarLine, event: Event) =>
  tried(() => dates.changeDate(line, { ledBy: textIn(event) || null }))
</script>

<template>
  <div class="space-y-5">
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-if="lines.length === 0" class="text-faint">No date ahead. Add a series below, and its dates stand here.</p>
    <section
      v-for="[week, own] in shown"
      :key="week"
      :aria-label="`Week of ${format(week, 'd MMMM')}`"
      class="grid gap-x-6 md:grid-cols-[7rem_minmax(0,1fr)] border-t border-line pt-2"
    >
      <h3 class="text-faint font-normal pt-2">{{ format(week, 'd MMM') }}</h3>
      <ul class="divide-y divide-line">
        <li
          v-for="line in own"
          :key="`${line.seriesId} ${line.meetingId} ${line.on}`"
          class="flex flex-wrap items-center gap-x-4 gap-y-1 py-1.5"
          :data-date="`${line.circleId} ${line.on}`"
          :data-state="line.state"
        >
          <span class="w-60 numerals" :class="line.state === 'open' ? 'font-semibold' : 'line-through decoration-1'">{{
            wallWords(line.startsAt, line.zone, 'EEEE d MMM, HH:mm')
          }}</span>
          <span class="flex-1 min-w-40"
            >{{ circleName(line) }}<span class="text-faint">{{ line.title ? `: ${line.title}` : '' }}</span
            ><span v-if="line.state !== 'open'" class="bg-mark-soft rounded px-1.5 ml-2">{{
              line.state === 'holiday' ? line.why : 'called off'
            }}</span></span
          >
          <label v-if="isLead && line.state === 'open'" class="flex items-center gap-2"
            ><span class="text-faint text-[0.94rem]">led by</span
            ><select
              class="field w-44"
              :value="line.ledBy ?? ''"
              :aria-label="`Who leads on ${line.on}`"
              @change="cover(line, $event)"
            >
              <option value="">not said</option>
              <option v-for="one in dates.known.accounts" :key="one.id" :value="one.id">{{ one.name }}</option>
            </select></label
          >
          <span v-if="isLead" class="flex gap-1">
            <NuxtLink v-if="isOver(line)" :to="`/meetings/${line.meetingId}/reflect`" class="button">Reflect</NuxtLink>
            <button v-else-if="line.state === 'open'" class="button" @click="prepare(line)">Prepare</button>
            <button
              v-if="line.state === 'open' && !isOver(line)"
              class="button button-quiet"
              @click="tried(() => dates.changeDate(line, { calledOff: true }))"
            >
              Call off
            </button>
            <button
              v-else-if="line.state === 'called-off'"
              class="button button-quiet"
              @click="tried(() => dates.changeDate(line, { calledOff: false }))"
            >
              Hold it after all
            </button>
            <button
              v-else-if="line.state === 'holiday'"
              class="button button-quiet"
              @click="tried(() => dates.changeDate(line, { held: true }))"
            >
              Hold it all the same
            </button>
          </span>
        </li>
      </ul>
    </section>
    <button
      v-if="weeks.length > SHOWN_WEEKS"
      class="button button-quiet"
      :aria-expanded="showAll"
      @click="showAll = !showAll"
    >
      {{ showAll ? `Only the next ${SHOWN_WEEKS} weeks` : `All ${weeks.length} weeks ahead` }}
    </button>
  </div>
</template>
