<script setup lang="ts">
import { format, formatDistanceToNow } from 'date-fns'
import { endSession, type Session } from '~~/core/contract/access'

/** Where somebody is signed in, to be ended one by one. */
defineProps<{ sessions: Session[] }>()
const emit = defineEmits<{ changed: [] }>()

async function end(id: string): Promise<void> {
  // One that was over already is over.
  await call(endSession, { params: { id } }).catch(() => undefined)
  emit('changed')
}
</script>

<template>
  <ul class="divide-y divide-line max-w-3xl" data-test="sessions">
    <li v-for="session in sessions" :key="session.id" class="flex flex-wrap items-center gap-x-6 gap-y-1 py-2 min-h-14">
      <span class="flex-1 min-w-52 font-semibold"
        >{{ session.on }}<span v-if="session.isThis" class="font-normal text-faint">, this one</span></span
      >
      <span class="text-faint">since {{ format(session.madeAt, 'd MMMM, HH:mm') }}</span>
      <span class="text-faint w-60">used {{ formatDistanceToNow(session.seenAt, { addSuffix: true }) }}</span>
      <button v-if="!session.isThis" class="button button-quiet" @click="end(session.id)">Sign out there</button>
      <span v-else class="w-32" />
    </li>
  </ul>
</template>
