<script setup lang="ts">
import { addAccount, readAccounts, type Account, type Role } from '~~/core/contract/practice'
import { refusalOf } from '~/composables/useRefusal'

/** Who signs in: leads see all, helpers lead and log and see of health what today needs. */
const accounts = ref<Account[]>([])
const fields = reactive<{ name: string; email: string; role: Role; password: string }>({
  name: '',
  email: '',
  role: 'helper',
  password: '',
})
const wrong = ref<Record<string, string>>({})
const message = ref('')

async function list(): Promise<void> {
  accounts.value = await call(readAccounts)
}
async function add(): Promise<void> {
  wrong.value = {}
  message.value = ''
  try {
    await call(addAccount, { body: fields })
    Object.assign(fields, { name: '', email: '', password: '' })
    await list()
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields
    message.value = refused.message
  }
}
await list()
</script>

<template>
  <div class="space-y-4">
    <ul class="divide-y divide-line max-w-3xl">
      <li v-for="account in accounts" :key="account.id" class="flex gap-6 py-2">
        <span class="flex-1 font-semibold">{{ account.name }}</span><span>{{ account.email }}</span
        ><span class="text-faint w-20">{{ account.role }}</span>
      </li>
    </ul>
    <form class="flex flex-wrap gap-4 items-start" novalidate @submit.prevent="add">
      <AppField v-slot="{ id, fieldClass, aria }" label="Name" class="w-52" :wrong="wrong.name"
        ><input :id="id" v-model="fields.name" :class="fieldClass" v-bind="aria" autocomplete="off"
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
      <AppField
        v-slot="{ id, fieldClass, aria }"
        label="First password"
        class="w-52"
        hint="10 characters at least."
        :wrong="wrong.password"
        ><input
          :id="id"
          v-model="fields.password"
          type="password"
          :class="fieldClass"
          v-bind="aria"
          autocomplete="new-password"
      /></AppField>
      <button class="button mt-[1.85rem]">Add an account</button>
      <p v-if="message" class="wrong w-full" role="alert">{{ message }}</p>
    </form>
  </div>
</template>
