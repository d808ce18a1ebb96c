<script setup lang="ts">
import { format, setMonth } from 'date-fns'

/** A birthday without its year: a day and a month. */
const birthday = defineModel<string | null>({ required: true })
defineProps<{ wrong?: string }>()
const MONTHS = Array.from({ length: 12 }, (_, at) => format(setMonth(new Date(2000, 0, 1), at), 'MMMM'))
const month = computed(() => birthday.value?.slice(0, 2) ?? '')
const day = computed(() => (birthday.value ? String(Number(birthday.value.slice(3))) : ''))
/** The day stays while the month is chosen, and the other way round; without both there is none. */
const typedDay = ref(day.value)
const typedMonth = ref(month.value)
watch([typedDay, typedMonth], ([on, of]) => {
  birthday.value = on.trim() === '' || of === '' ? null : `${of}-${on.trim().padStart(2, '0')}`
})
</script>

<template>
  <AppField v-slot="{ id, fieldClass, aria }" label="Birthday" :wrong="wrong" class="w-56"
    ><span class="flex gap-2"
      ><input
        :id="id"
        v-model="typedDay"
        inputmode="numeric"
        class="w-16"
        :class="fieldClass"
        v-bind="aria"
        placeholder="day"
      /><select v-model="typedMonth" :class="fieldClass" aria-label="Month of the birthday">
        <option value="">month</option>
        <option v-for="(words, at) in MONTHS" :key="words" :value="String(at + 1).padStart(2, '0')">{{ words }}</option>
      </select></span
    ></AppField
  >
</template>
