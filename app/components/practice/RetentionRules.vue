<script setup lang="ts">
import { format } from 'date-fns'
import { eraseDue, readRetention, setRetention, type Retention } from '~~/core/contract/retention'
import { refusalOf } from '~/composables/useRefusal'

/** How long the practice keeps records and logs, with whom a rule would erase before it is set. */
const stored = ref<Retention>(await call(readRetention))
const people = ref<number | null>(stored.value.rules.peopleMonths)
const logs = ref<number | null>(stored.value.rules.logsMonths)
const due = ref(stored.value.due)
const ticked = ref<string[]>([])
const wrong = ref<Record<string, string>>({})
const said = ref('')
const isTried = computed(() => people.value !== stored.value.rules.peopleMonths)

async function trying(work: () => Promise<void>): Promise<void> {
  wrong.value = {}
  said.value = ''
  try {
    await work()
  } catch (error) {
    const { fields, message } = refusalOf(error)
    wrong.value = Object.keys(fields).length > 0 ? fields : { all: message }
  }
}
const look = () =>
  trying(async () => {
    const query = people.value === null ? {} : { peopleMonths: people.value }
    due.value = people.value === null ? [] : (await call(readRetention, { query })).due
  })
const save = () =>
  trying(async () => {
    stored.value = await call(setRetention, { body: { peopleMonths: people.value, logsMonths: logs.value } })
    due.value = stored.value.due
    said.value = 'Set.'
  })
const erase = () =>
  trying(async () => {
    stored.value = await call(eraseDue, { body: { participants: ticked.value } })
    due.value = stored.value.due
    said.value = ticked.value.length === 1 ? 'One record is erased.' : `${ticked.value.length} records are erased.`
    ticked.value = []
  })
function turn(id: string): void {
  ticked.value = ticked.value.includes(id) ? ticked.value.filter((one) => one !== id) : [...ticked.value, id]
}
</script>

<template>
  <div class="space-y-3 max-w-3xl" data-test="retention">
    <p class="text-faint">
      Records of people who were not heard of for so long, in no class, measured or screened, are put before you here;
      nobody is erased without you. How long the law wants them kept is for you to know. Entries of both logs go by
      themselves.
    </p>
    <form class="flex flex-wrap items-start gap-4" novalidate @submit.prevent="save">
      <AppField
        v-slot="{ id, fieldClass, aria }"
        label="Records, months"
        class="w-44"
        hint="Empty: for ever"
        :wrong="wrong.peopleMonths"
        ><input
          :id="id"
          :value="people ?? ''"
          v-bind="aria"
          :class="fieldClass"
          inputmode="numeric"
          @change="((people = numberFrom($event)), look())"
      /></AppField>
      <AppField
        v-slot="{ id, fieldClass, aria }"
        label="Logs, months"
        class="w-44"
        hint="Empty: for ever"
        :wrong="wrong.logsMonths"
        ><input
          :id="id"
          :value="logs ?? ''"
          v-bind="aria"
          :class="fieldClass"
          inputmode="numeric"
          @change="logs = numberFrom($event)"
      /></AppField>
      <button class="button mt-7">Set</button>
      <p class="text-action" role="status">{{ said }}</p>
    </form>
    <p v-if="wrong.all" class="wrong" role="alert">{{ wrong.all }}</p>
    <template v-if="due.length > 0">
      <p class="font-semibold">{{ isTried ? 'This rule would put before you' : 'Not heard of for longer' }}:</p>
      <ul class="divide-y divide-line">
        <li v-for="one in due" :key="one.id">
          <label class="flex items-center gap-3 min-h-11"
            ><input
              v-if="!isTried"
              type="checkbox"
              class="size-5 accent-action"
              :checked="ticked.includes(one.id)"
              @change="turn(one.id)"
            /><span class="flex-1">{{ one.name }}</span
            ><span class="text-faint numerals">last on {{ format(one.lastOn, 'd MMM yyyy') }}</span></label
          >
        </li>
      </ul>
      <button v-if="!isTried" class="button button-stop" :disabled="ticked.length === 0" @click="erase">
        Erase those that are ticked
      </button>
    </template>
    <p v-else-if="people !== null" class="text-faint">Nobody was away for so long.</p>
  </div>
</template>
