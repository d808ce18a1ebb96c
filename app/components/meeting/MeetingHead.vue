<script setup lang="ts">
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
const when = computed(() => meeting.wallAt(view.value.meeting.startsAt, 'EEEE d MMMM, HH:mm'))
const isDone = computed<Record<string, boolean>>(() => ({
  prepare: (meeting.plan?.blocks.length ?? 0) > 0,
  gather: meeting.someCame,
  lead: hasBegun(view.value.classEvents) || meeting.outcomes.length > 0,
  reflect: false,
}))
const steps = computed(() => STEPS.filter((step) => step.to !== 'reflect' || isLead.value))
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-6 gap-y-1 min-h-11 no-print">
    <p class="flex flex-wrap items-baseline gap-x-3 leading-tight">
      <span class="font-semibold text-[1.1rem]">{{ view.circle.name }}</span>
      <span class="text-faint text-[0.94rem]" :title="view.venue.name">{{ when }}</span>
    </p>
    <nav aria-label="Steps of the meeting" class="flex flex-wrap items-center xl:mx-auto">
      <template v-for="(step, at) in steps" :key="step.to">
        <span v-if="at > 0" class="hidden xl:block w-5 border-t-2 border-line" aria-hidden="true" />
        <NuxtLink
          :to="`/meetings/${view.meeting.id}/${step.to}`"
          class="flex items-center gap-2 min-h-11 px-2.5 border-b-3 hover:bg-sunk"
          :class="route.path.endsWith(step.to) ? 'border-action font-semibold' : 'border-transparent'"
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
    <div class="flex">
      <ScreenPasses />
      <LockButton />
    </div>
  </div>
</template>
