<script setup lang="ts">
import { addHoliday, removeHoliday } from '~~/core/contract/circles'
import { format, formatISO } from 'date-fns'
import { HolidayFields } from '~~/core/calendar/series'

/** Days on which nothing is held, for all circles. */
const dates = useDates()
const today = formatISO(new Date(), { representation: 'date' })
const draft = useDraft('holiday:new', () => ({ name: '', firstOn: today, lastOn: today }), HolidayFields)
const { fields, wrong, message } = draft
async function save(): Promise<void> {
  if (!(await draft.submit((checked) => call(addHoliday, { body: checked })))) return
  draft.reset({ name: '', firstOn: today, lastOn: today })
  await dates.open()
}
async function remove(id: string): Promise<void> {
  await call(removeHoliday, { params: { id } })
  await dates.open()
}
const span = ({ firstOn, lastOn }: HolidayFields) =>
  firstOn === lastOn ? format(firstOn, 'd MMM yyyy') : `${format(firstOn, 'd MMM')} to ${format(lastOn, 'd MMM yyyy')}`
</script>

<template>
  <div class="space-y-3">
    <ul v-if="dates.known.holidays.length > 0" class="divide-y divide-line">
      <li v-for="holiday in dates.known.holidays" :key="holiday.id" class="flex gap-4 items-center py-1">
        <strong class="font-semibold">{{ holiday.name }}</strong><span class="flex-1 text-faint">{{
          span(holiday)
        }}</span
        ><button class="button button-quiet" @click="remove(holiday.id)">Remove</button>
      </li>
    </ul>
    <form class="flex flex-wrap gap-4 items-end" novalidate @submit.prevent="save">
      <AppField v-slot="{ id, fieldClass, aria }" label="Holiday" class="w-60" :wrong="wrong.name"
        ><input :id="id" v-model="fields.name" :class="fieldClass" v-bind="aria" maxlength="120"
      /></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="First day" class="w-44" :wrong="wrong.firstOn"
        ><input :id="id" v-model="fields.firstOn" type="date" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="Last day" class="w-44" :wrong="wrong.lastOn"
        ><input :id="id" v-model="fields.lastOn" type="date" :class="fieldClass" v-bind="aria"
      /></AppField>
      <button class="button">Add it</button>
      <p v-if="message" class="wrong" role="alert">{{ message }}</p>
    </form>
  </div>
</template>
