<script setup lang="ts">
import { z } from 'zod'
import { keysOf } from '~~/core/entries'
import { Dose } from '~~/core/catalogue/dose'
import { DOSE_KINDS } from '~/words/prepare'

/** The fields of a dose; each change that fits is handed on as a whole dose. */
const { dose, disabled = false } = defineProps<{ dose: Dose; disabled?: boolean }>()
const emit = defineEmits<{ change: [dose: Dose] }>()
const id = useId()
const kind = computed(() => DOSE_KINDS[dose.kind])
const numbers = computed(() => new Map(Object.entries(dose).map(([key, value]) => [key, Number(value)])))

/** Checks one field as part of the dose, so that its own message is shown at it. */
function fieldSchema(key: string) {
  return z.unknown().transform((value, context) => {
    const checked = Dose.safeParse({ ...dose, [key]: value })
    if (checked.success) return Number(value)
    for (const issue of checked.error.issues) context.addIssue({ code: 'custom', message: issue.message })
    return z.NEVER
  })
}
function set(key: string, value: number): void {
  emit('change', Dose.parse({ ...dose, [key]: value }))
}
</script>

<template>
  <div class="flex flex-wrap gap-x-4 gap-y-3 items-start">
    <div class="w-72">
      <label class="label text-[0.94rem]" :for="id">Dose</label>
      <select
        :id="id"
        class="field"
        :value="dose.kind"
        :disabled="disabled"
        @change="emit('change', DOSE_KINDS[chosenOf(keysOf(DOSE_KINDS), $event) ?? dose.kind].fresh)"
      >
        <option v-for="(words, key) in DOSE_KINDS" :key="key" :value="key">{{ words.name }}</option>
      </select>
    </div>
    <NumberField
      v-for="field in kind.fields"
      :key="`${dose.kind} ${field.key}`"
      :label="field.label"
      :unit="field.unit"
      :value="numbers.get(field.key) ?? 0"
      :schema="fieldSchema(field.key)"
      :disabled="disabled"
      :data-field="field.key"
      @change="set(field.key, $event)"
    />
  </div>
</template>
