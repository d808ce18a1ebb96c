<script setup lang="ts">
import { addVenue, saveVenue } from '~~/core/contract/circles'
import { Venue, VenueFields } from '~~/core/circle/circle'

/** A venue: room, what the cupboard holds, and what is needed when something goes wrong. */
const { venue } = defineProps<{ venue: Venue | null }>()
const emit = defineEmits<{ saved: [] }>()
const { catalogue } = storeToRefs(useCatalogue())
const NEW_VENUE: VenueFields = {
  name: '',
  address: '',
  roomLengthM: 8,
  roomWidthM: 6,
  emergencyPlan: '',
  emergencyNumber: '',
  defibrillator: '',
  door: { wall: 'bottom', alongM: 1 },
  cupboard: {},
  isMeasured: true,
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
}
const ZONES = Intl.supportedValuesOf('timeZone')
const { fields, wrong, message, meanwhile, submit } = useRecordForm('venue', {
  stored: venue,
  fieldsOf: (stored: Venue | null): VenueFields => ({
    ...(stored ? VenueFields.parse(stored) : NEW_VENUE),
    // What is saved here was looked at.
    isMeasured: true,
  }),
  schema: VenueFields,
  record: Venue,
  add: (body) => call(addVenue, { body }),
  save: (id, body) => call(saveVenue, { params: { id }, body }),
})

async function save(): Promise<void> {
  if (await submit()) emit('saved')
}
function setProp(id: string, event: Event): void {
  const typed = textIn(event)
  const count = Math.round(Number(typed))
  const { [id]: _before, ...others } = fields.value.cupboard
  // What is left empty was not counted, which is another thing than none.
  if (typed === '') fields.value.cupboard = others
  else fields.value.cupboard = { ...others, [id]: Number.isFinite(count) && count >= 0 ? count : 0 }
}
</script>

<template>
  <form class="space-y-4" novalidate @submit.prevent="save">
    <div class="flex flex-wrap gap-4">
      <AppField v-slot="{ id, fieldClass, aria }" label="Name" class="w-72" :wrong="wrong.name"
        ><input :id="id" v-model="fields.name" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id, fieldClass }" label="Address" class="flex-1 min-w-60"
        ><input :id="id" v-model="fields.address" :class="fieldClass"
      /></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="Room length, m" class="w-36" :wrong="wrong.roomLengthM"
        ><input :id="id" v-model.number="fields.roomLengthM" inputmode="decimal" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="Room width, m" class="w-36" :wrong="wrong.roomWidthM"
        ><input :id="id" v-model.number="fields.roomWidthM" inputmode="decimal" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id, fieldClass }" label="Door in the" class="w-44"
        ><select :id="id" v-model="fields.door.wall" :class="fieldClass">
          <option value="top">upper long wall</option>
          <option value="bottom">lower long wall</option>
          <option value="left">left short wall</option>
          <option value="right">right short wall</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass, aria }" label="Along it, m" class="w-32" :wrong="wrong['door.alongM']"
        ><input :id="id" v-model.number="fields.door.alongM" inputmode="decimal" :class="fieldClass" v-bind="aria"
      /></AppField>
    </div>
    <div class="flex flex-wrap gap-4">
      <AppField v-slot="{ id, fieldClass, aria }" label="The clock on its wall" :wrong="wrong.zone" class="w-72"
        ><select :id="id" v-model="fields.zone" :class="fieldClass" v-bind="aria">
          <option :value="null">as each device shows it</option>
          <option
            v-for="zone in [...new Set([...(fields.zone ? [fields.zone] : []), ...ZONES])]"
            :key="zone"
            :value="zone"
          >
            {{ zone.replaceAll('_', ' ') }}
          </option>
        </select></AppField
      >
      <AppField
        v-slot="{ id, fieldClass, aria }"
        label="Emergency number dialled there"
        :wrong="wrong.emergencyNumber"
        class="w-72"
        ><input :id="id" v-model="fields.emergencyNumber" inputmode="tel" :class="fieldClass" v-bind="aria"
      /></AppField>
    </div>
    <div class="grid md:grid-cols-2 gap-4">
      <AppField v-slot="{ id, fieldClass }" label="Emergency plan">
        <textarea :id="id" v-model="fields.emergencyPlan" rows="2" :class="fieldClass" />
      </AppField>
      <AppField v-slot="{ id, fieldClass }" label="Nearest defibrillator">
        <textarea :id="id" v-model="fields.defibrillator" rows="2" :class="fieldClass" />
      </AppField>
    </div>
    <fieldset>
      <legend class="label">In the room and the cupboard</legend>
      <p class="text-faint text-[0.94rem] mb-2">
        Beds, chairs, mats and places at the wall that are left empty are not counted: nothing is said of them.
      </p>
      <div class="flex flex-wrap gap-x-5 gap-y-2">
        <label v-for="prop in catalogue.props.values()" :key="prop.id" class="flex items-center gap-2"
          ><input
            :value="fields.cupboard[prop.id] ?? (prop.station ? '' : 0)"
            :placeholder="prop.station ? '–' : ''"
            type="number"
            min="0"
            class="field w-20 numerals"
            @change="setProp(prop.id, $event)"
          />{{ prop.plural }}</label
        >
      </div>
    </fieldset>
    <DraftNote :meanwhile="meanwhile" />
    <div class="flex gap-4 items-center">
      <button class="button button-main">{{ venue ? 'Save the venue' : 'Add the venue' }}</button>
      <p v-if="message" class="wrong" role="alert">{{ message }}</p>
    </div>
  </form>
</template>
