<script setup lang="ts">
import { counted } from '~~/core/sentence'
import { isUnreachable } from '~/live/heardOrKnown'

/** Signing out: what waits is sent first; where that cannot be, it is said what becomes of it. */
const { signOut } = useSigningOut()
const outbox = useOutbox()
const words = ref('')
/** Whether somebody may leave with something waiting. */
const mayLeave = ref(false)

async function leave(): Promise<void> {
  await outbox.send()
  mayLeave.value = outbox.waiting > 0
  if (!mayLeave.value) return leaveNow()
  const what = counted(outbox.waiting, 'note is', 'notes are')
  words.value =
    `${what} not sent yet. What waits stays in this browser, sealed, ` +
    'and goes with the next lead who signs in here.'
}
async function leaveNow(): Promise<void> {
  try {
    await signOut()
    words.value = ''
  } catch (error) {
    mayLeave.value = false
    if (!isUnreachable(error)) throw error
    words.value = 'Nobody can be signed out without the server. Try again once it answers.'
  }
}
</script>

<template>
  <button class="button button-quiet" @click="leave">Sign out</button>
  <p
    v-if="words"
    class="basis-full bg-mark-soft text-ink rounded-lg px-3 py-1.5 flex flex-wrap items-center gap-3"
    role="alert"
    data-test="leaving"
  >
    {{ words }}
    <button v-if="mayLeave" class="button" @click="leaveNow">Sign out all the same</button>
    <button class="button button-quiet" @click="words = ''">Stay</button>
  </p>
</template>
