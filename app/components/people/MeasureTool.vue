<script setup lang="ts">
import { leanShiftCm } from '~~/core/body/fits'
import type { Measure } from '~~/core/catalogue/measure'
import { amountWords, HELP_WORDS } from '~~/core/measure/record'
import { effortLimit } from '~~/core/offer/effortLimit'
import type { Participant } from '~~/core/offer/participant'
import { calledName } from '~/words/tiers'

/** The tool that a measure is taken with, and a phone beside it where one sees it too. */
const { measure, person, setting, side, two, helpTaken } = defineProps<{
  measure: Measure
  person: Participant
  /** What is set before, as it was typed. */
  setting: string
  side: string
  /** Both ranges in one go. */
  two: boolean
  /** How much help the last try took; left out: there is none. */
  helpTaken?: number
}>()
const emit = defineEmits<{
  take: [amount: number, simulated?: boolean]
  takeTwo: [one: number, other: number, simulated: boolean]
  remark: [words: string]
}>()
const { catalogue } = storeToRefs(useCatalogue())
const limit = computed(() => effortLimit(person, catalogue.value))
const isTimed = computed(() => ['stopwatch', 'counter', 'count-30'].includes(measure.tool))
/** A lean is read at a ruler, or as an angle by a phone where it is known how high the hip is. */
const leanBy = computed(() => {
  const height = person.heightCm
  if (measure.lean === undefined || height === null) return undefined
  const of = (degrees: number) => Math.round(10 * leanShiftCm(height, degrees)) / 10
  return { of, words: (degrees: number) => amountWords(measure, of(degrees)) }
})
const tool = useTemplateRef<{ press: () => void; back?: () => void; enter?: () => void }>('tool')
defineExpose({
  press: () => tool.value?.press(),
  back: () => tool.value?.back?.(),
  enter: () => tool.value?.enter?.(),
})
const take = (amount: number, simulated?: boolean) => emit('take', amount, simulated)
const takeTwo = (one: number, other: number, simulated: boolean) => emit('takeTwo', one, other, simulated)
const remark = (words: string) => emit('remark', words)
</script>

<template>
  <TiltTool v-if="measure.tool === 'tilt'" ref="tool" :two="two" @take="take" @take-two="takeTwo" />
  <SwayTool
    v-else-if="measure.tool === 'sway'"
    :key="measure.id"
    ref="tool"
    :height-cm="person.heightCm"
    @take-two="takeTwo"
    @remark="remark"
  />
  <PressTool
    v-else-if="measure.tool === 'press'"
    :name="calledName(person.name)"
    :setting="setting"
    :limit="limit"
    @take-two="takeTwo"
    @remark="remark"
  />
  <template v-else-if="isTimed">
    <TimeTool :key="`${measure.id} ${side}`" ref="tool" :measure="measure" @take="take" />
    <GoTool v-if="measure.phases" @take="take" @remark="remark" />
  </template>
  <div v-else-if="measure.tool === 'help'" class="flex flex-wrap gap-2" role="group" aria-label="Help it took">
    <button
      v-for="(words, help) in HELP_WORDS"
      :key="words"
      class="button min-h-16 min-w-32"
      :class="helpTaken === help ? 'button-on' : ''"
      @click="take(help)"
    >
      {{ words }}
    </button>
  </div>
  <details v-else-if="leanBy">
    <summary class="min-h-11 flex items-center cursor-pointer text-action underline underline-offset-4">
      With a phone at the hip
    </summary>
    <TiltTool ref="tool" :amount-of="leanBy" @take="take" />
  </details>
</template>
