<script setup lang="ts">
import { TIERS } from '~~/core/catalogue/words'
import type { Participant } from '~~/core/offer/participant'
import type { GateStatus } from '~~/core/reflect/gates'
import type { TierStep } from '~~/core/reflect/tierMove'
import { ACCESS_WORDS, STATE_SIGNS, STATE_WORDS } from '~/words/people'
import { TIER_NAMES } from '~/words/tiers'

/** The tiers as a way from the bed to the floor: what is open, and what stands before the next gate. */
defineProps<{ person: Participant; next: GateStatus | null; step: TierStep | null }>()
</script>

<template>
  <section aria-label="Tiers">
    <ol class="flex flex-wrap items-end gap-x-2 gap-y-3">
      <li v-for="(tier, at) in TIERS" :key="tier" class="flex items-end gap-2">
        <span v-if="at > 0" class="text-faint pb-6" aria-hidden="true">→</span>
        <span class="flex flex-col items-center w-20 text-center leading-tight">
          <span :class="person.access[tier] === 'no' ? 'opacity-50' : ''"
            ><TierGlyph :tier="tier" :size="48" label=""
          /></span>
          <strong
            class="font-semibold"
            :class="person.homeTier === tier ? 'underline decoration-2 underline-offset-4' : ''"
            >{{ TIER_NAMES[tier] }}</strong
          >
          <span class="text-[0.88rem] text-faint">{{ ACCESS_WORDS[person.access[tier]] }}</span>
        </span>
      </li>
    </ol>
    <p v-if="person.visiting" class="mt-2 text-action">Visits the {{ person.visiting }} tier now.</p>
    <TierRow
      v-if="step && step.kind !== 'gate'"
      :step="step"
      name=""
      class="mt-2 bg-mark-soft rounded-lg"
      :can-act="false"
    />
    <div v-if="next" class="mt-3">
      <p>
        Before {{ next.gate.to }}<template v-if="next.state === 'passed'">: all shown. A lead opens it.</template
        ><template v-else>:</template>
      </p>
      <ul class="mt-1 space-y-0.5">
        <li v-for="condition in next.conditions" :key="condition.words" class="flex gap-2">
          <span class="w-5 text-center" aria-hidden="true">{{ STATE_SIGNS[condition.state] }}</span><span
            >{{ condition.words }} <span class="text-faint">({{ STATE_WORDS[condition.state] }})</span></span
          >
        </li>
      </ul>
    </div>
    <p v-else class="mt-3 text-faint">All tiers are open.</p>
    <p v-if="step?.kind === 'gate'" class="mt-1 text-faint text-[0.94rem]" data-test="missing">
      Before visits to the {{ step.to }} tier: {{ step.missing.join('; ') }}.
    </p>
    <NuxtLink :to="`/people/${person.id}/gates`" class="button button-quiet -ml-2.5">Tier gates</NuxtLink>
  </section>
</template>
