<script setup lang="ts">
import { format } from 'date-fns'
import { hasBegun } from '~~/core/lead/clock'

/** The circle's name and time, always in sight, and the way through a meeting: four stations on one path. */
const meeting = useMeeting()
const route = useRoute()
const { isLead } = useAccount()
const STEPS = [
  { name: 'Prepare', to: 'prepare' },
  { name: 'Gather', to: 'gather' },
  { name: 'Lead', to: 'lead' },
  { name: 'Reflect', to: 'reflect' },
]
const view = computed(() => meeting.opened)
const when = computed(() => format(view.value.meeting.startsAt, 'EEEE d MMMM, HH:mm'))
const isDone = computed<Record<string, boolean>>(() => ({
  prepare: (meeting.plan?.blocks.length ?? 0) > 0,
  gather: meeting.someCame,
  lead: hasBegun(view.value.classEvents) || meeting.outcomes.length > 0,
  reflect: false,
}))
const steps = computed(() => STEPS.filter((step) => step.to !== 'reflect' || isLead.value))
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-8 gap-y-2 no-print">
    <div>
      <p class="font-semibold text-lg leading-tight">{{ view.circle.name }}</p>
      <p class="text-faint text-[0.94rem]">{{ when }} · {{ view.venue.name }}</p>
    </div>
    <nav aria-label="Steps of the meeting" class="flex flex-wrap items-center">
      <template v-for="(step, at) in steps" :key="step.to">
        <span v-if="at > 0" class="hidden sm:block w-6 border-t-2 border-line" aria-hidden="true" />
        <NuxtLink
          :to="`/meetings/${view.meeting.id}/${step.to}`"
          class="flex items-center gap-2 min-h-11 px-3 rounded-full hover:bg-sunk"
          :class="route.path.endsWith(step.to) ? 'bg-action-soft font-semibold' : ''"
        >
          <span
            class="size-3 rounded-full border-2 border-action"
            :class="isDone[step.to] ? 'bg-action' : ''"
            aria-hidden="true"
          />{{ step.name }}
        </NuxtLink>
      </template>
    </nav>
    <slot />
    <div class="ml-auto flex gap-2">
      <ScreenPasses />
      <LockButton />
    </div>
  </div>
</template>
