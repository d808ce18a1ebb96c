<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import type { z } from 'zod'
import { numberIn } from '~~/core/number'

/** A number with its unit. What is typed stays in the field; only what fits the schema is handed on. */
const {
  label,
  value,
  schema,
  unit = '',
  hint = '',
  disabled = false,
} = defineProps<{
  label: string
  value: number | null
  schema: z.ZodType
  unit?: string
  hint?: string
  disabled?: boolean
}>()
const emit = defineEmits<{ change: [value: number] }>()
const id = useId()
const text = ref(value === null ? '' : String(value))
const wrong = ref('')

const numberOf = (typed: string) => numberIn(typed) ?? undefined
watch(text, (typed) => {
  if (numberOf(typed) === value) return void (wrong.value = '')
  const checked = schema.safeParse(numberOf(typed))
  wrong.value = checked.success ? '' : entryAt(checked.error.issues, 0).message
  if (checked.success) emit('change', Number(checked.data))
})
/** Seconds from 20 on go by fives, everything else by ones. */
function stepBy(direction: 1 | -1): void {
  const now = numberOf(text.value) ?? value ?? 0
  const step = unit === 's' && now + direction >= 20 ? 5 : 1
  const next = String(Math.max(0, Math.round((now + direction * step) / step) * step))
  if (schema.safeParse(Number(next)).success) text.value = next
}
// Undo, or another window: the field follows, but never while it holds the same number in other words ("30,0").
watch(
  () => value,
  (to) => {
    if (numberOf(text.value) !== to) text.value = to === null ? '' : String(to)
  },
)
</script>

<template>
  <div class="w-44">
    <label class="label text-[0.94rem]" :for="id"
      >{{ label }}<span v-if="unit" class="text-faint font-normal">, {{ unit }}</span></label
    >
    <span class="flex gap-1"
      ><button
        type="button"
        class="button px-0 w-11 shrink-0"
        tabindex="-1"
        :disabled="disabled"
        :aria-label="`${label} less`"
        @click="stepBy(-1)"
      >
        −</button
      ><input
        :id="id"
        v-model="text"
        inputmode="decimal"
        autocomplete="off"
        :disabled="disabled"
        :class="wrong ? 'field field-wrong' : 'field'"
        class="numerals"
        :aria-invalid="wrong ? true : undefined"
        :aria-describedby="wrong || hint ? `${id}-words` : undefined"
      /><button
        type="button"
        class="button px-0 w-11 shrink-0"
        tabindex="-1"
        :disabled="disabled"
        :aria-label="`${label} more`"
        @click="stepBy(1)"
      >
        +
      </button></span
    >
    <p v-if="wrong" :id="`${id}-words`" class="wrong" role="alert">{{ wrong }}</p>
    <p v-else-if="hint" :id="`${id}-words`" class="text-faint text-[0.88rem] mt-1">{{ hint }}</p>
  </div>
</template>
