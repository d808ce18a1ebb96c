<script setup lang="ts">
import { momentTyped, typedLater, wallWords } from '~~/core/calendar/wall'
import { addMeeting } from '~~/core/contract/meetings'
import { z } from 'zod'
import { refusalOf } from '~/composables/useRefusal'

/**
 * The shelf of plans, the meetings with theirs, and a new meeting that starts empty, from the shelf or from an earlier
 * plan.
 */
const SameTime = z.object({ meeting: z.string() })
const practice = usePractice()
const { isLead } = useAccount()
const shelf = useShelf()
await Promise.all([practice.open(), shelf.open()])
const selected = ref<string | null>(String(useRoute().query.plan ?? '') || null)
const wrong = ref<Record<string, string>>({})
const message = ref('')
const latest = practice.meetings[0]
const fields = reactive<{
  circleId: string
  startsAt: string
  /** A meeting or a plan of the shelf, and which; null: an empty plan. */
  planFrom: ['meeting' | 'shelf', string] | null
}>({
  circleId: practice.circles[0]?.id ?? '',
  startsAt: latest ? typedLater(latest.startsAt, 7, latest.zone) : typedLater(new Date(), 1, null),
  planFrom: null,
})
const nameOf = (id: string) => practice.circles.find((circle) => circle.id === id)?.name ?? ''

/** The meeting at the same time that was found. */
const same = ref<string | null>(null)
async function add(besides = false): Promise<void> {
  wrong.value = {}
  message.value = ''
  same.value = null
  const startsAt = momentTyped(fields.startsAt, practice.zoneOf(fields.circleId))
  if (startsAt === null) return void (wrong.value = { startsAt: 'A date and a time are needed.' })
  try {
    const [from, source] = fields.planFrom ?? []
    const body = {
      circleId: fields.circleId,
      startsAt,
      planFrom: from === 'meeting' ? source : null,
      shelfFrom: from === 'shelf' ? source : null,
      besides,
    }
    const meeting = await call(addMeeting, { body })
    await navigateTo(`/meetings/${meeting.id}/prepare`)
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields
    message.value = refused.message
    same.value = SameTime.safeParse(refused.current).data?.meeting ?? null
  }
}
</script>

<template>
  <div class="space-y-8">
    <h1>Plans</h1>
    <form
      v-if="isLead && practice.circles.length > 0"
      class="flex flex-wrap gap-4 items-start"
      novalidate
      @submit.prevent="add()"
    >
      <AppField v-slot="{ id, fieldClass }" label="Circle" class="w-64" :wrong="wrong.circleId"
        ><select :id="id" v-model="fields.circleId" :class="fieldClass">
          <option v-for="circle in practice.circles" :key="circle.id" :value="circle.id">{{ circle.name }}</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass, aria }" label="When" class="w-60" :wrong="wrong.startsAt"
        ><input :id="id" v-model="fields.startsAt" type="datetime-local" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id, fieldClass }" label="Plan" class="w-72"
        ><select :id="id" v-model="fields.planFrom" :class="fieldClass">
          <option :value="null">Begin empty</option>
          <option
            v-for="kept in shelf.plans.filter((other) => !other.archived)"
            :key="kept.id"
            :value="['shelf', kept.id]"
          >
            From the shelf: {{ kept.plan.title || 'no title' }}
          </option>
          <option v-for="meeting in practice.meetings" :key="meeting.id" :value="['meeting', meeting.id]">
            As on {{ wallWords(meeting.startsAt, meeting.zone, 'd MMM') }}: {{ meeting.title }}
          </option>
        </select></AppField
      >
      <button class="button button-main mt-[1.85rem]">Make the meeting</button>
      <p v-if="message" class="wrong w-full" role="alert">{{ message }}</p>
      <p v-if="same" class="w-full flex gap-2">
        <NuxtLink :to="`/meetings/${same}/prepare`" class="button">Open that one</NuxtLink
        ><button type="button" class="button button-quiet" @click="add(true)">Make another beside it</button>
      </p>
    </form>
    <p v-if="practice.circles.length === 0">
      A plan belongs to a circle: <NuxtLink to="/practice" class="underline">set one up first</NuxtLink>.
    </p>
    <section aria-labelledby="shelf-title" class="space-y-3">
      <h2 id="shelf-title">The shelf</h2>
      <ShelfList v-slot="{ kept }" v-model:selected="selected"
        ><ShelfPlanTools :key="kept.id" :kept="kept"
      /></ShelfList>
    </section>
    <section aria-labelledby="meetings-title">
      <h2 id="meetings-title" class="mb-2">Meetings</h2>
      <ul class="divide-y divide-line">
        <li v-for="meeting in practice.meetings" :key="meeting.id">
          <NuxtLink
            :to="`/meetings/${meeting.id}/prepare`"
            class="grid md:grid-cols-[10rem_minmax(0,1fr)_14rem_6rem] gap-x-4 py-3 px-2 hover:bg-sunk rounded-lg"
            ><span class="numerals">{{ wallWords(meeting.startsAt, meeting.zone, 'EEE d MMM, HH:mm') }}</span
            ><strong class="font-semibold">{{ meeting.title || 'No title yet' }}</strong
            ><span class="text-faint">{{ nameOf(meeting.circleId) }}</span
            ><span class="text-faint">{{ meeting.blocks }} blocks</span></NuxtLink
          >
        </li>
      </ul>
    </section>
  </div>
</template>
