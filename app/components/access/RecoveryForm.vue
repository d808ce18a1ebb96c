<script setup lang="ts">
import { recover } from '~~/core/contract/access'
import type { Account } from '~~/core/contract/account'
import { refusalOf } from '~/composables/useRefusal'

/** Without the password: a printed recovery code, and a new password; or another lead. */
const emit = defineEmits<{ signedIn: [as: Account]; back: [] }>()
const fields = reactive({ email: '', recoveryCode: '', password: '' })
const wrong = ref<Record<string, string>>({})
const message = ref('')
const busy = ref(false)

async function send(): Promise<void> {
  busy.value = true
  wrong.value = {}
  message.value = ''
  try {
    emit('signedIn', await call(recover, { body: fields }))
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields
    message.value = Object.keys(refused.fields).length > 0 ? '' : refused.message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="space-y-5" novalidate @submit.prevent="send">
    <p>
      With one of the recovery codes that you printed you set a new password. Without one, another lead of your practice
      sets it for you, on the page Practice.
    </p>
    <AppField v-slot="{ id, fieldClass, aria }" label="E-mail" :wrong="wrong.email">
      <input
        :id="id"
        v-model="fields.email"
        v-focus
        :class="fieldClass"
        v-bind="aria"
        type="email"
        autocomplete="username"
      />
    </AppField>
    <AppField v-slot="{ id, fieldClass, aria }" label="Recovery code" :wrong="wrong.recoveryCode">
      <input
        :id="id"
        v-model="fields.recoveryCode"
        :class="fieldClass"
        v-bind="aria"
        autocomplete="off"
        spellcheck="false"
      />
    </AppField>
    <NewPasswordField v-model="fields.password" label="New password" :wrong="wrong.password" />
    <p v-if="message" class="wrong" role="alert">{{ message }}</p>
    <button class="button button-main w-full" :disabled="busy">Set it and sign in</button>
    <p class="text-center">
      <button type="button" class="underline text-faint min-h-11" @click="emit('back')">Back</button>
    </p>
  </form>
</template>
