<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { withNumber } from '~~/core/circle/emergencyNumber'
import { capital } from '~~/core/sentence'
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { AccidentFields } from '~~/core/lead/accident'

/**
 * What to do when something goes wrong, where the venue keeps its help, whom to call, and the accident written down at
 * once.
 */
const { open, at, person } = defineProps<{
  open: boolean
  /** Epoch milliseconds. */ at: number
  person: string | null
}>()
const emit = defineEmits<{ close: [] }>()
const meeting = useMeeting()
const venue = computed(() => meeting.opened.venue)
const { catalogue } = storeToRefs(useCatalogue())
const who = ref('')
watch(
  () => open,
  (now) => now && (who.value = person ?? ''),
)
const contacts = computed(() =>
  meeting.present
    .filter((other) => who.value === '' || other.id === who.value)
    .filter((other) => other.emergencyContact !== ''),
)
const fields = reactive({ what: '', done: '', witnesses: '' })
const wrong = ref('')
const said = ref('')

function write(): void {
  wrong.value = said.value = ''
  const report = AccidentFields.safeParse({ at: Math.round(at), participant: who.value || null, ...fields })
  if (!report.success) return void (wrong.value = entryAt(report.error.issues, 0).message)
  meeting.report(report.data)
  said.value = meeting.rehearsal ? 'In a rehearsal nothing is kept.' : 'It is written down.'
  Object.assign(fields, { what: '', done: '', witnesses: '' })
}
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-5">
      <DialogPanel
        class="bg-raised border-4 border-stop rounded-2xl p-6 w-full max-w-4xl max-h-[94dvh] overflow-auto text-[1.1rem]"
      >
        <DialogTitle as="h1" class="text-stop">{{
          withNumber('Stop. Call the local emergency number.', venue.emergencyNumber)
        }}</DialogTitle>
        <p class="mt-2">
          Time noted: <strong class="numerals">{{ at > 0 ? meeting.wallAt(at, 'HH:mm') : '' }}</strong>. The class is
          paused. Somebody stays with the person; the others sit or lie as they are.
        </p>
        <div class="grid sm:grid-cols-2 gap-6 mt-4">
          <div>
            <h2>Red flags</h2>
            <ul class="list-disc pl-5">
              <li v-for="flag in catalogue.redFlags.flags" :key="flag.id">{{ capital(flag.says) }}</li>
            </ul>
          </div>
          <dl class="space-y-2">
            <div>
              <dt class="font-semibold">Where we are</dt>
              <dd>{{ venue.name }}<br />{{ venue.address || 'No address written down' }}</dd>
            </div>
            <div>
              <dt class="font-semibold">Defibrillator</dt>
              <dd>{{ venue.defibrillator || 'Not written down: ask the venue' }}</dd>
            </div>
            <div>
              <dt class="font-semibold">The venue’s plan</dt>
              <dd>{{ venue.emergencyPlan || 'Not written down: follow the plan on the wall' }}</dd>
            </div>
          </dl>
        </div>
        <div class="mt-4 border-t border-line pt-3 space-y-3">
          <label class="flex flex-wrap items-center gap-2 font-semibold"
            >Who
            <select v-model="who" class="field w-64">
              <option value="">not said</option>
              <option v-for="other in meeting.present" :key="other.id" :value="other.id">{{ other.name }}</option>
            </select></label
          >
          <ul v-if="contacts.length > 0">
            <li v-for="other in contacts" :key="other.id">
              <strong class="font-semibold">{{ other.name }}</strong>: {{ other.emergencyContact }}
            </li>
          </ul>
          <p v-else class="text-faint">
            {{ who ? 'No contact is written down for them.' : 'No contacts are written down.' }}
          </p>
        </div>
        <form class="mt-4 border-t border-line pt-3 grid sm:grid-cols-2 gap-3" novalidate @submit.prevent="write">
          <label class="sm:col-span-2"
            ><span class="label">What happened, written down now</span
            ><textarea v-model="fields.what" rows="2" class="field" data-test="accident" />
          </label>
          <label><span class="label">What was done</span><input v-model="fields.done" class="field" /></label>
          <label><span class="label">Who saw it</span><input v-model="fields.witnesses" class="field" /></label>
          <div class="sm:col-span-2 flex flex-wrap gap-3 items-center">
            <button class="button button-main">Write it down</button
            ><button type="button" class="button" @click="emit('close')">Close; the class stays paused</button>
            <p role="status" class="text-action">{{ said }}</p>
            <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
          </div>
        </form>
      </DialogPanel>
    </div>
  </Dialog>
</template>
