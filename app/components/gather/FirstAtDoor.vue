<script setup lang="ts">
import { askFirst } from '~~/core/contract/beginning'
import type { Participant } from '~~/core/offer/participant'
import { refusalOf } from '~/composables/useRefusal'

/** Somebody who was never asked what cannot wait: asked here, at the door, or they do breath only. */
const { person } = defineProps<{ person: Participant }>()
const meeting = useMeeting()
const { isLead } = useAccount()
const problem = ref('')
const saving = ref(false)
async function keep(yes: string[]): Promise<void> {
  saving.value = true
  problem.value = ''
  try {
    const { circle, meeting: open } = meeting.opened
    await call(askFirst, { params: { id: circle.id }, body: { answers: [{ participant: person.id, yes }] } })
    await meeting.open(open.id)
  } catch (error) {
    problem.value = refusalOf(error).message
  } finally {
    saving.value = false
  }
}
</script>

<template>
  <div class="bg-mark-soft rounded-lg px-3 py-2 space-y-1.5" data-test="first-at-door">
    <p><strong class="font-semibold">Not asked yet: breath only until you have.</strong></p>
    <FirstQuestions v-if="isLead" :name="person.name" :busy="saving" @asked="keep" />
    <p v-else>A lead asks them.</p>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </div>
</template>
