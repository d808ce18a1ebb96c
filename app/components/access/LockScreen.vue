<script setup lang="ts">
import { signIn } from '~~/core/contract/access'
import { locked, openWithPin, PINS_AT_MOST, unlock } from '~/live/lock'
import { refusalOf } from '~/composables/useRefusal'

/** Hides everything until the PIN is typed. The class goes on under it, and its clock is seen. */
const { account } = useAccount()
const { signOut } = useSigningOut()
const meeting = useMeeting()
const typed = ref('')
/** Asked for once the password was right, where the account has a second factor. */
const code = ref('')
const asksCode = ref(false)
const wrong = ref('')
const busy = ref(false)
const isUsedUp = computed(() => (locked.value?.wrong ?? 0) >= PINS_AT_MOST)

async function open(): Promise<void> {
  busy.value = true
  wrong.value = ''
  const secret = typed.value
  if (!asksCode.value) typed.value = ''
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
    const second = code.value === '' ? {} : { code: code.value }
    await call(signIn, { body: { email: account.value?.email ?? '', password, ...second } })
    unlock()
  } catch (error) {
    const { fields, message } = refusalOf(error)
    asksCode.value = fields.code !== undefined
    code.value = ''
    typed.value = asksCode.value ? password : ''
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
        :wrong="asksCode ? undefined : wrong"
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
      <AppField
        v-if="asksCode"
        v-slot="{ id, fieldClass, aria }"
        label="Code of your authenticator"
        :wrong="wrong"
        class="w-72"
        ><input
          :id="id"
          v-model="code"
          v-bind="aria"
          v-focus
          :class="fieldClass"
          inputmode="numeric"
          autocomplete="one-time-code"
          data-test="unlock-code"
      /></AppField>
      <button class="button button-main" :disabled="busy || typed === ''">Open</button>
      <button v-if="isUsedUp" type="button" class="button" @click="leave">Sign out instead</button>
      <p class="basis-full text-center text-[0.94rem] text-faint">
        In an emergency: stop, sit or lay them down, call the local emergency number, follow the venue’s plan.
      </p>
    </form>
  </div>
</template>
