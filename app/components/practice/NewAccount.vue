<script setup lang="ts">
import { addAccount } from '~~/core/contract/access'
import type { Role } from '~~/core/contract/account'
import { refusalOf } from '~/composables/useRefusal'

/** Somebody who is to sign in: with a first password, which they change. */
const emit = defineEmits<{ added: [] }>()
const fields = reactive<{ name: string; email: string; role: Role; password: string }>({
  ...{ name: '', email: '', role: 'helper', password: '' },
})
const wrong = ref<Record<string, string>>({})
const message = ref('')

async function add(): Promise<void> {
  wrong.value = {}
  message.value = ''
  try {
    await call(addAccount, { body: fields })
    emit('added')
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields
    message.value = refused.message
  }
}
</script>

<template>
  <form class="flex flex-wrap gap-4 items-start border-t border-line pt-3" novalidate @submit.prevent="add">
    <AppField v-slot="{ id, fieldClass, aria }" label="Name" class="w-52" :wrong="wrong.name"
      ><input :id="id" v-model="fields.name" v-focus :class="fieldClass" v-bind="aria" autocomplete="off"
    /></AppField>
    <AppField v-slot="{ id, fieldClass, aria }" label="E-mail" class="w-64" :wrong="wrong.email"
      ><input :id="id" v-model="fields.email" type="email" :class="fieldClass" v-bind="aria" autocomplete="off"
    /></AppField>
    <AppField v-slot="{ id, fieldClass }" label="Role" class="w-32"
      ><select :id="id" v-model="fields.role" :class="fieldClass">
        <option value="helper">helper</option>
        <option value="lead">lead</option>
      </select></AppField
    >
    <NewPasswordField v-model="fields.password" label="First password" class="w-80" :wrong="wrong.password" />
    <button class="button mt-[1.6rem]">Add the account</button>
    <p v-if="message" class="wrong w-full" role="alert">{{ message }}</p>
  </form>
</template>
