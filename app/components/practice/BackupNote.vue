<script setup lang="ts">
import { format, formatDistanceToNow } from 'date-fns'
import { readReady } from '~~/core/contract/practice'
import { refusalOf } from '~/composables/useRefusal'

/** When everything was backed up last, and what is to be looked at. */
const problem = ref('')
const health = await call(readReady).catch((error) => {
  problem.value = refusalOf(error).message
  return null
})
</script>

<template>
  <div data-test="backup" class="space-y-1 max-w-3xl">
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-else-if="health?.isBackedUpElsewhere">Whoever runs this installation backs it up, for all its practices.</p>
    <p v-else-if="health?.lastBackup">
      Backed up on {{ format(health.lastBackup, 'EEEE d MMMM, HH:mm') }},
      {{ formatDistanceToNow(health.lastBackup, { addSuffix: true }) }}.
    </p>
    <p v-else>Not backed up yet: the start command does it once a day, the first time a minute after it was started.</p>
    <p v-for="warning in health?.warnings" :key="warning" class="border-l-4 border-mark pl-3">{{ warning }}</p>
    <p v-if="!health?.isBackedUpElsewhere" class="text-faint">
      Seven days, four weeks and twelve months are kept beside the data, and any minute of the last two weeks can be
      gone back to. How: docs/running.md.
    </p>
  </div>
</template>
