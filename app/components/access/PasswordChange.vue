<script setup lang="ts">
import { changeOwnPassword } from '~~/core/contract/access'
import { refusalOf } from '~/composables/useRefusal'

/** Another password; everywhere else one is signed out by it. */
const emit = defineEmits<{ changed: [] }>()
const fields = reactive({ oldPassword: '', password: '' })
const wrong = ref<Record<string, string>>({})
const message = ref('')

async function change(): Promise<void> {
  wrong.value = {}
  message.value = ''
  try {
    await call(changeOwnPassword, { body: fields })
    Object.assign(fields, { oldPassword: '', password: '' })
    message.value = 'Changed. Wherever else you were signed in, you are signed out.'
    emit('changed')
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields
    if (Object.keys(refused.fields).length === 0) message.value = refused.message
  }
}
</script>

<template>
  <form class="space-y-4 max-w-md" novalidate data-test="own-password" @submit.prevent="change">
    <AppField v-slot="{ id, fieldClass, aria }" label="The password until now" :wrong="wrong.oldPassword"
      ><input
        :id="id"
        v-model="fields.oldPassword"
        type="password"
        :class="fieldClass"
        v-bind="aria"
        autocomplete="current-password"
    /></AppField>
    <NewPasswordField v-model="fields.password" label="New password" :wrong="wrong.password" />
    <button class="button">Change the password</button>
    <p role="status">{{ message }}</p>
  </form>
</template>
