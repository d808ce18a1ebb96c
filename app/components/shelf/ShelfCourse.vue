<script setup lang="ts">
import { momentTyped, typedLater, wallWords } from '~~/core/calendar/wall'
import { makeCourse, type Course } from '~~/core/contract/shelf'
import type { ShelfPlan } from '~~/core/plan/shelf'
import { clockWords } from '~/words/clock'

/** A course of weekly meetings from one plan: looked at week by week, then made. */
const { kept, circleId } = defineProps<{ kept: ShelfPlan; circleId: string }>()
const practice = usePractice()
const { catalogue } = storeToRefs(useCatalogue())
const circle = computed(() => practice.circles.find((other) => other.id === circleId))
const last = practice.meetings.find((meeting) => meeting.circleId === circleId)
const fields = reactive<{ startsAt: string; weeks: number; variety: 0 | 1 | 2 }>({
  startsAt: last ? typedLater(last.startsAt, 7, last.zone) : typedLater(new Date(), 1, null),
  weeks: 8,
  variety: 1,
})
const course = ref<Course | null>(null)
const wrong = ref<Record<string, string>>({})
const message = ref('')
const made = computed(() => course.value?.weeks.some((week) => week.meetingId !== null) ?? false)

async function ask(look: boolean): Promise<void> {
  wrong.value = {}
  message.value = ''
  const zone = practice.zoneOf(circleId) ?? Intl.DateTimeFormat().resolvedOptions().timeZone
  const startsAt = momentTyped(fields.startsAt, zone)
  if (startsAt === null) return void (wrong.value = { startsAt: 'A date and a time are needed.' })
  try {
    const body = { ...fields, circleId, startsAt, zone, look }
    course.value = await call(makeCourse, { params: { id: kept.id }, body })
    if (!look) await practice.open()
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields
    message.value = refused.message
  }
}
watch(fields, () => (course.value = null))
</script>

<template>
  <div class="space-y-3" data-test="course">
    <p class="text-[0.94rem] text-faint max-w-4xl">
      The dose rises by the circle’s school ({{ catalogue.schools.get(circle?.school ?? kept.plan.school)?.name }})
      while the session still fits its minutes; movements that give way come back the week after.
    </p>
    <form class="flex flex-wrap gap-4 items-start" novalidate @submit.prevent="ask(true)">
      <AppField v-slot="{ id, fieldClass, aria }" label="First meeting" class="w-60" :wrong="wrong.startsAt"
        ><input :id="id" v-model="fields.startsAt" type="datetime-local" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="Weeks" class="w-24" :wrong="wrong.weeks"
        ><input :id="id" v-model.number="fields.weeks" inputmode="numeric" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id, fieldClass }" label="From week to week" class="w-64"
        ><select :id="id" v-model.number="fields.variety" :class="fieldClass">
          <option :value="0">always the same movements</option>
          <option :value="1">one other movement</option>
          <option :value="2">two other movements</option>
        </select></AppField
      >
      <div class="flex gap-2 mt-[1.85rem]">
        <button class="button">Look at it</button
        ><button type="button" class="button button-main" :disabled="made" @click="ask(false)">
          Make the meetings
        </button>
      </div>
      <p v-if="message" class="wrong w-full" role="alert">{{ message }}</p>
    </form>
    <p v-if="made" class="bg-action-soft rounded-lg px-4 py-2" role="status">
      The meetings are made. Each can still be changed in Prepare.
    </p>
    <ol v-if="course" class="divide-y divide-line">
      <li
        v-for="(week, at) in course.weeks"
        :key="week.startsAt"
        class="grid grid-cols-[12rem_5rem_minmax(0,1fr)] gap-4 py-2"
      >
        <span class="numerals"
          ><NuxtLink v-if="week.meetingId" :to="`/meetings/${week.meetingId}/prepare`" class="underline">{{
            wallWords(week.startsAt, practice.zoneOf(circleId), 'EEE d MMM yyyy')
          }}</NuxtLink
          ><template v-else>{{ wallWords(week.startsAt, practice.zoneOf(circleId), 'EEE d MMM yyyy') }}</template></span
        ><span class="numerals">{{ clockWords(week.seconds) }}</span
        ><span>{{ week.changes.join('; ') || (at === 0 ? 'The plan as it is.' : 'As the week before.') }}</span>
      </li>
    </ol>
  </div>
</template>
