<script setup lang="ts">
import { numberIn } from '~~/core/number'
import type { EffortLimit } from '~~/core/offer/effortLimit'
import type { Evenness } from '~~/core/measure/evenness'

/** An even press as a try: the share of the time in the band, and how far off on the whole. */
const { name, setting, limit } = defineProps<{ name: string; setting: string; limit: EffortLimit | null }>()
const emit = defineEmits<{ takeTwo: [inBand: number, wander: number, simulated: boolean]; remark: [words: string] }>()
const [SECONDS, RAMP] = [30, 2]
const wanted = computed(() => numberIn(setting))
const isOver = computed(() => limit !== null && wanted.value !== null && wanted.value > limit.percentAtMost)
function keep({ inBand, wander, best, by }: Evenness): void {
  if (best === null || wander === null) return
  emit('takeTwo', Math.round(100 * inBand), Math.round(wander * 10) / 10, by === 'simulated')
  emit('remark', `Best ${best.toFixed(1)} kg.`)
}
</script>

<template>
  <p v-if="wanted === null || wanted < 10 || wanted > 80" class="text-faint" data-test="press-wanted">
    First the wanted effort: 30 % of best to begin with.
  </p>
  <p v-else-if="isOver && limit" class="border-l-4 border-stop pl-3" role="alert" data-test="press-over">
    {{ limit.name }}: {{ limit.percentAtMost }} % of effort at most.
  </p>
  <PressSeat
    v-else
    class="max-w-xl"
    :name="name"
    :task="{ wanted, seconds: SECONDS, ramp: RAMP }"
    :limit="limit"
    sensor-only
    @keep="keep"
  />
</template>
