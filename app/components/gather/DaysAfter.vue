<script setup lang="ts">
import type { Region } from '~~/core/catalogue/words'
import type { AfterDays, Arrival } from '~~/core/offer/person'

/**
 * How the days after the last meeting were, where it was sore, and what pain is usual: asked at the door of one person.
 */
const { arrival, regions } = defineProps<{
  arrival: Arrival
  name: string
  /** The parts of the body that were worked last time, or are worked today. */
  regions: readonly Region[]
}>()
const emit = defineEmits<{ change: [change: Partial<Arrival>] }>()
const HOW: Record<AfterDays, string> = {
  fine: 'fine',
  'sore-a-day': 'sore a day',
  'sore-days': 'sore two days and more',
  worse: 'worse',
}
const isLong = computed(() => arrival.after === 'sore-days' || arrival.after === 'worse')
function toggle(region: Region): void {
  const { afterWhere } = arrival
  const without = afterWhere.filter((other) => other !== region)
  emit('change', { afterWhere: without.length < afterWhere.length ? without : [...afterWhere, region].slice(-6) })
}
</script>

<template>
  <div class="space-y-1 text-[0.94rem]" data-test="days-after">
    <div class="flex flex-wrap items-center gap-1" role="group" :aria-label="`${name} after last time`">
      <span class="mr-1">After last time:</span>
      <button
        v-for="(words, how) in HOW"
        :key="how"
        class="button px-2.5 text-[0.94rem]"
        :class="arrival.after === how ? 'button-on' : ''"
        :aria-pressed="arrival.after === how"
        @click="emit('change', { after: arrival.after === how ? null : how, afterWhere: [] })"
      >
        {{ words }}
      </button>
    </div>
    <div v-if="isLong" class="flex flex-wrap items-center gap-1" role="group" aria-label="Where it was sore">
      <span class="mr-1">Where?</span>
      <button
        v-for="region in regions"
        :key="region"
        class="button px-2.5 text-[0.94rem]"
        :class="arrival.afterWhere.includes(region) ? 'button-on' : ''"
        :aria-pressed="arrival.afterWhere.includes(region)"
        @click="toggle(region)"
      >
        {{ region.replaceAll('-', ' ') }}
      </button>
    </div>
    <button
      v-if="arrival.pain !== null && arrival.pain > 0"
      class="button px-2.5 text-[0.94rem]"
      :class="arrival.usualPain === arrival.pain ? 'button-on' : ''"
      :aria-pressed="arrival.usualPain === arrival.pain"
      @click="emit('change', { usualPain: arrival.usualPain === arrival.pain ? null : arrival.pain })"
    >
      Pain {{ arrival.pain }} is their usual
    </button>
  </div>
</template>
