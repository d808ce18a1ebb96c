<script setup lang="ts">
import { addSeries } from '~~/core/contract/circles'
import { addDays, formatISO } from 'date-fns'
import { z } from 'zod'
import { SeriesRule } from '~~/core/calendar/series'

/** A new series of a circle: from when, at what time where, how often, who leads. */
const { circleId } = defineProps<{ circleId: string }>()
const emit = defineEmits<{ saved: [] }>()
const dates = useDates()
const ZONES = Intl.supportedValuesOf('timeZone')
const Fields = z.object({
  ...SeriesRule.shape,
  until: z.union([z.literal(''), SeriesRule.shape.firstOn]),
  ledBy: z.string(),
})
const draft = useDraft(
  `series:${circleId}`,
  () => ({
    firstOn: formatISO(addDays(new Date(), 7), { representation: 'date' }),
    time: '10:00',
    zone: usePractice().zoneOf(circleId) ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
    everyWeeks: 1,
    until: '',
    ledBy: '',
    exceptions: {},
  }),
  Fields,
)
const { fields, wrong, message } = draft
async function save(): Promise<void> {
  const done = await draft.submit(({ until, ledBy, ...rest }) =>
    call(addSeries, {
      body: { circleId, rule: { ...rest, until: until === '' ? null : until, ledBy: ledBy === '' ? null : ledBy } },
    }),
  )
  if (done) emit('saved')
}
const at = (field: string) => wrong.value[field] ?? wrong.value[`rule.${field}`]
</script>

<template>
  <form class="flex flex-wrap gap-4 items-end" novalidate @submit.prevent="save">
    <AppField v-slot="{ id, fieldClass, aria }" label="First on" class="w-44" :wrong="at('firstOn')"
      ><input :id="id" v-model="fields.firstOn" type="date" :class="fieldClass" v-bind="aria"
    /></AppField>
    <AppField v-slot="{ id, fieldClass, aria }" label="At" class="w-28" :wrong="at('time')"
      ><input :id="id" v-model="fields.time" :class="fieldClass" v-bind="aria"
    /></AppField>
    <AppField v-slot="{ id, fieldClass }" label="On the wall of" class="w-56" :wrong="at('zone')"
      ><select :id="id" v-model="fields.zone" :class="fieldClass">
        <option v-for="zone in [...new Set([fields.zone, ...ZONES])]" :key="zone">{{ zone }}</option>
      </select></AppField
    >
    <AppField v-slot="{ id, fieldClass, aria }" label="Every, weeks" class="w-32" :wrong="at('everyWeeks')"
      ><input :id="id" v-model.number="fields.everyWeeks" inputmode="numeric" :class="fieldClass" v-bind="aria"
    /></AppField>
    <AppField v-slot="{ id, fieldClass, aria }" label="Until (if it ends)" class="w-44" :wrong="at('until')"
      ><input :id="id" v-model="fields.until" type="date" :class="fieldClass" v-bind="aria"
    /></AppField>
    <AppField v-slot="{ id, fieldClass }" label="Led by" class="w-52"
      ><select :id="id" v-model="fields.ledBy" :class="fieldClass">
        <option value="">not said</option>
        <option v-for="one in dates.known.accounts" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select></AppField
    >
    <div class="flex gap-4 items-center w-full">
      <button class="button button-main">Add the series</button>
      <p v-if="message" class="wrong" role="alert">{{ message }}</p>
    </div>
  </form>
</template>
