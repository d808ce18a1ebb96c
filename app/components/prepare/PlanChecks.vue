<script setup lang="ts">
import { joined } from '~~/core/sentence'
import type { Check } from '~~/core/check/check'
import type { Edit } from '~~/core/plan/edits'
import { TIER_NAMES } from '~/words/tiers'

/** What is wrong with the plan for these people in this room, the worst first, with one-click fixes. */
const { checks, locked } = defineProps<{ checks: readonly Check[]; locked: boolean }>()
const emit = defineEmits<{
  fix: [edits: Edit[]]
  select: [blockId: string]
  another: [blockId: string, people: readonly string[]]
}>()
const meeting = useMeeting()
const namesIn = ({ people }: Check) => joined(people.map(meeting.calledOf), ', ')
const WEIGHTS = { stop: 'Stop', fix: 'To mend', consider: 'To consider' }
const BORDERS = { stop: 'border-stop', fix: 'border-mark', consider: 'border-line' }
</script>

<template>
  <section aria-label="Checks">
    <p v-if="checks.length === 0" class="text-faint">Nothing to mend.</p>
    <ul class="space-y-2">
      <li
        v-for="check in checks"
        :key="check.id"
        class="border-l-4 pl-3 flex flex-wrap items-center gap-x-4 gap-y-1"
        :class="BORDERS[check.weight]"
        :data-check="check.id"
        :data-weight="check.weight"
      >
        <span class="w-24 text-[0.88rem]" :class="check.weight === 'stop' ? 'text-stop font-semibold' : 'text-faint'">{{
          WEIGHTS[check.weight]
        }}</span>
        <span class="flex-1 min-w-72"
          ><button
            v-if="check.blockId"
            class="font-semibold underline underline-offset-4 text-left"
            @click="emit('select', check.blockId)"
          >
            {{ check.what }}</button
          ><strong v-else class="font-semibold">{{ check.what }}</strong
          ><span v-if="check.tier" class="text-faint">, {{ TIER_NAMES[check.tier] }}</span
          ><span class="block text-[0.94rem] text-faint">{{ check.why }}</span></span
        >
        <button
          v-if="check.first === 'another' && check.blockId && !locked"
          class="button"
          data-first="another"
          @click="emit('another', check.blockId, check.people)"
        >
          Something that suits {{ namesIn(check) }}
        </button>
        <template v-else-if="check.first === 'home-props'"
          ><NuxtLink
            v-for="id in check.people"
            :key="id"
            :to="`/people/${id}/change#at-home`"
            class="button"
            data-first="home-props"
            >Write down what {{ meeting.calledOf(id) }} has at home</NuxtLink
          ></template
        >
        <NuxtLink v-else-if="check.first === 'venue'" to="/practice" class="button" data-first="venue"
          >Count what the venue has</NuxtLink
        >
        <button
          v-if="check.fix && !locked"
          class="button"
          :class="check.first ? 'button-quiet' : ''"
          @click="emit('fix', check.fix.edits)"
        >
          {{ check.fix.words }}
        </button>
      </li>
    </ul>
  </section>
</template>
