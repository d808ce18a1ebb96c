<script setup lang="ts">
import type { Measure } from '~~/core/catalogue/measure'
import type { Side } from '~~/core/catalogue/words'
import { amountWords, HELP_WORDS } from '~~/core/measure/record'
import { padOf } from '~~/core/measure/testRound'
import { numberIn } from '~~/core/number'

/** One result with one touch: a pad of amounts, a watch, or how much help it took; and a field for everything else. */
const { measure, side, last } = defineProps<{
  measure: Measure
  side: Side
  /** The last result, where the pad opens; null: none is known. */ last: number | null
}>()
const emit = defineEmits<{ take: [value: number] }>()
const shift = ref(0)
const typed = ref('')
const wrong = ref('')
const pad = computed(() => padOf(measure, last, shift.value))
const isWatch = computed(() => measure.tool === 'stopwatch')
const watchTool = useTemplateRef<{ press: () => void }>('watch')
function takeTyped(): void {
  const value = numberIn(typed.value)
  wrong.value = value === null ? 'A result is a number.' : ''
  if (value === null) return
  emit('take', value)
  typed.value = ''
}
defineExpose({ press: () => watchTool.value?.press() })
</script>

<template>
  <div class="space-y-3" data-test="quick-entry">
    <p v-if="side !== 'both'" class="text-[1.15rem] font-semibold">{{ side === 'left' ? 'Left' : 'Right' }}</p>
    <template v-if="isWatch">
      <TimeTool ref="watch" :measure="measure" @take="emit('take', $event)" />
      <button
        v-if="measure.stopAt && measure.better === 'more'"
        class="button button-main min-h-16 min-w-52 text-[1.15rem]"
        data-test="in-full"
        @click="emit('take', measure.stopAt)"
      >
        Held the full {{ measure.stopAt }} s
      </button>
    </template>
    <div v-else-if="measure.tool === 'help'" class="grid grid-cols-2 gap-2">
      <button v-for="(words, help) in HELP_WORDS" :key="words" class="button min-h-16" @click="emit('take', help)">
        {{ words }}
      </button>
    </div>
    <template v-else>
      <CountDown v-if="measure.tool === 'count-30'" />
      <div
        class="grid grid-cols-6 gap-1.5 max-w-xl"
        role="group"
        :aria-label="`${measure.name}, ${measure.unit}`"
        data-test="pad"
      >
        <button
          v-for="value in pad"
          :key="value"
          class="button px-0 min-h-13 text-[1.15rem] numerals"
          :class="value === last ? 'button-on' : ''"
          @click="emit('take', value)"
        >
          {{ amountWords({ unit: 's' }, value).replace(' s', '') }}
        </button>
      </div>
      <p class="flex gap-2">
        <button class="button button-quiet" @click="shift -= 1">← lower</button
        ><button class="button button-quiet" @click="shift += 1">higher →</button
        ><span v-if="last !== null" class="self-center text-faint">last {{ amountWords(measure, last) }}</span>
      </p>
    </template>
    <form v-if="measure.tool !== 'help'" class="flex items-end gap-2" novalidate @submit.prevent="takeTyped">
      <label class="w-36"
        ><span class="label text-[0.94rem]">Or type it, {{ measure.unit }}</span
        ><input v-model="typed" inputmode="decimal" class="field numerals" data-test="typed" /></label
      ><button class="button">Take it</button>
    </form>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>
