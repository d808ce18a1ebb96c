<script setup lang="ts">
import { noteDaysAfter } from '~~/core/contract/people'
import { USUAL_ARRIVAL, type Arrival } from '~~/core/offer/person'
import { REGIONS } from '~~/core/catalogue/words'
import { refusalOf } from '~/composables/useRefusal'

/** Somebody rings up between meetings: how it was after the last one. */
const { participant } = defineProps<{ participant: string }>()
const emit = defineEmits<{ noted: [] }>()
const said = ref<Arrival>(USUAL_ARRIVAL)
const open = ref(false)
const problem = ref('')
async function keep(): Promise<void> {
  if (said.value.after === null) return
  problem.value = ''
  const { after, afterWhere } = said.value
  try {
    await call(noteDaysAfter, { params: { id: participant }, body: { after, afterWhere, note: '' } })
    open.value = false
    said.value = USUAL_ARRIVAL
    emit('noted')
  } catch (error) {
    const refused = refusalOf(error)
    problem.value = refused.fields.after ?? refused.message
  }
}
</script>

<template>
  <div data-test="between">
    <button v-if="!open" class="button button-quiet" @click="open = true">How it was after last time</button>
    <div v-else class="space-y-2">
      <DaysAfter name="They" :arrival="said" :regions="REGIONS" @change="said = { ...said, ...$event }" />
      <button class="button button-main" :disabled="said.after === null" @click="keep">Write it down</button>
      <button class="button button-quiet ml-2" @click="open = false">Leave it</button>
    </div>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </div>
</template>
