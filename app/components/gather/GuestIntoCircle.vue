<script setup lang="ts">
import { setWaiting } from '~~/core/contract/circles'
import { refusalOf } from '~/composables/useRefusal'

/** A guest who will come again: taken into the circle in one press. */
const { participant, name } = defineProps<{ participant: string; name: string }>()
const meeting = useMeeting()
const problem = ref('')
async function take(): Promise<void> {
  problem.value = ''
  try {
    const { circle, meeting: open } = meeting.opened
    await call(setWaiting, { params: { id: circle.id }, body: { participant, does: 'place', note: '' } })
    await meeting.open(open.id)
  } catch (error) {
    problem.value = refusalOf(error).message
  }
}
</script>

<template>
  <p class="flex flex-wrap items-center gap-2">
    <span class="text-faint text-[0.94rem]">{{ name }} is a guest today.</span>
    <button class="button button-quiet" @click="take">Take into the circle</button>
    <span v-if="problem" class="wrong" role="alert">{{ problem }}</span>
  </p>
</template>
