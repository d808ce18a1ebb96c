<script setup lang="ts">
import { signIn } from '~~/core/contract/access'
import { locked, openWithPin, PINS_AT_MOST, unlock } from '~/live/lock'
import { refusalOf } from '~/composables/useRefusal'

/** Hides everything until the PIN is typed. The class goes on under it, and its clock is seen. */
const { account, signOut } = useAccount()
const meeting = useMeeting()
const typed = ref('')
const wrong = ref('')
const busy = ref(false)
const isUsedUp = computed(() => (locked.value?.wrong ?? 0) >= PINS_AT_MOST)

async function open(): Promise<void> {
  busy.value = true
  wrong.value = ''
  const secret = typed.value
  typed.value = ''
  try {
    if (isUsedUp.value) await openWithPassword(secret)
    else if (!(await openWithPin(secret)))
      wrong.value = isUsedUp.value ? 'That was the last try: your password opens it.' : 'This is not the PIN.'
  } finally {
    busy.value = false
  }
}
/** The class goes on at the server: whoever signs in again is in the midst of it. */
async function leave(): Promise<void> {
  await signOut()
  unlock()
}
async function openWithPassword(password: string): Promise<void> {
  try {
    await call(signIn, { body: { email: account.value?.email ?? '', password } })
    unlock()
  } catch (error) {
    const { fields, message } = refusalOf(error)
    wrong.value = fields.password || fields.code || message
  }
}
</script>

<template>
  <div
    class="fixed inset-0 z-50 bg-ground grid grid-rows-[minmax(0,1fr)_auto] p-6"
    role="dialog"
    aria-modal="true"
    aria-label="This screen is locked"
    data-test="locked"
  >
    <LockedClass v-if="meeting.view && meeting.plan" class="min-h-0" />
    <div v-else class="grid place-items-center"><h1>This screen is locked</h1></div>
    <form
      class="flex flex-wrap items-end justify-center gap-3"
      novalidate
      :data-busy="busy || undefined"
      @submit.prevent="open"
    >
      <AppField
        v-slot="{ id, fieldClass, aria }"
        :label="isUsedUp ? `Password of ${account?.name ?? ''}` : 'PIN'"
        :wrong="wrong"
        class="w-72"
        ><input
          :id="id"
          v-model="typed"
          v-bind="aria"
          v-focus
          :class="fieldClass"
          type="password"
          :inputmode="isUsedUp ? 'text' : 'numeric'"
          :autocomplete="isUsedUp ? 'current-password' : 'off'"
          data-test="unlock"
      /></AppField>
      <button class="button button-main" :disabled="busy || typed === ''">Open</button>
      <button v-if="isUsedUp" type="button" class="button" @click="leave">Sign out instead</button>
      <p class="basis-full text-center text-[0.94rem] text-faint">
        In an emergency: stop, sit or lay them down, call the local emergency number, follow the venue’s plan.
      </p>
    </form>
  </div>
</template>
