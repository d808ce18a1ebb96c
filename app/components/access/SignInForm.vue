<script setup lang="ts">
import { signIn } from '~~/core/contract/access'
import type { Account } from '~~/core/contract/account'
import { refusalOf } from '~/composables/useRefusal'

/** E-mail and password; where the account has one-time codes, the code once these were right. */
const emit = defineEmits<{ signedIn: [as: Account]; forgotten: [] }>()
const fields = reactive({ email: '', password: '', code: '' })
const isCodeNeeded = ref(false)
const wrong = ref<Record<string, string>>({})
const busy = ref(false)
const form = useTemplateRef<HTMLFormElement>('form')
useFirstForm(form, fields, (answered) => void send(answered))

async function send(answered?: Promise<Response>): Promise<void> {
  busy.value = true
  wrong.value = {}
  try {
    const body = { ...fields, code: isCodeNeeded.value ? fields.code : undefined }
    emit('signedIn', await call(signIn, { body, answered }))
  } catch (error) {
    const refused = refusalOf(error)
    const asksForCode = 'code' in refused.fields
    if (asksForCode) isCodeNeeded.value = true
    wrong.value = asksForCode ? refused.fields : { password: refused.message }
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form ref="form" class="space-y-5" @submit.prevent="send()">
    <AppField v-slot="{ id, fieldClass, aria }" label="E-mail">
      <input
        :id="id"
        v-model="fields.email"
        name="email"
        :class="fieldClass"
        v-bind="aria"
        type="email"
        autocomplete="username"
        required
        autofocus
        @input="isCodeNeeded = false"
      />
    </AppField>
    <AppField v-slot="{ id, fieldClass, aria }" label="Password" :wrong="wrong.password">
      <input
        :id="id"
        v-model="fields.password"
        name="password"
        :class="fieldClass"
        v-bind="aria"
        type="password"
        autocomplete="current-password"
        required
      />
    </AppField>
    <AppField
      v-if="isCodeNeeded"
      v-slot="{ id, fieldClass, aria }"
      label="Code"
      hint="Six digits, as your authenticator shows them now."
      :wrong="wrong.code"
    >
      <input
        :id="id"
        v-model="fields.code"
        v-focus
        :class="fieldClass"
        v-bind="aria"
        inputmode="numeric"
        autocomplete="one-time-code"
        required
      />
    </AppField>
    <button class="button button-main w-full" :disabled="busy">Sign in</button>
    <p class="text-center">
      <button type="button" class="underline text-faint min-h-11" @click="emit('forgotten')">
        I have forgotten my password{{ isCodeNeeded ? ', or lost my authenticator' : '' }}
      </button>
    </p>
  </form>
</template>
