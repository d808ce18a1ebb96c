<script setup lang="ts">
import { changeAccount, endSessionsOf, removeAccount, setPassword } from '~~/core/contract/access'
import type { Account } from '~~/core/contract/account'
import { refusalOf } from '~/composables/useRefusal'

/** What a lead does to an account: name and role, a password for who has forgotten it, signing out, taking it away. */
const { account } = defineProps<{ account: Account }>()
const emit = defineEmits<{ changed: [] }>()
const { account: own, refresh } = useAccount()
const isOwn = computed(() => own.value?.id === account.id)
const fields = reactive({ name: account.name, role: account.role })
const password = ref('')
const isRemoving = ref(false)
const wrong = ref<Record<string, string>>({})
const message = ref('')
const params = { id: account.id }

async function does(work: () => Promise<unknown>, words: string): Promise<void> {
  wrong.value = {}
  try {
    await work()
    message.value = words
    // Who takes their own lead away, or their account, is signed out by it.
    if (isOwn.value) await refresh()
    if (own.value === null) return void (await navigateTo('/sign-in'))
    emit('changed')
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields
    message.value = Object.keys(refused.fields).length > 0 ? '' : refused.message
  }
}
const change = () =>
  does(
    () => call(changeAccount, { params, body: fields }),
    fields.role === account.role ? 'Saved.' : `Saved; ${account.name} signs in again as ${fields.role}.`,
  )
const set = () =>
  does(async () => {
    await call(setPassword, { params, body: { password: password.value } })
    password.value = ''
  }, `Set. ${account.name} is signed out everywhere and signs in with it; one-time codes are to be set up again.`)
const signOut = () => does(() => call(endSessionsOf, { params }), `${account.name} is signed out everywhere.`)
const remove = () => does(() => call(removeAccount, { params }), '')
</script>

<template>
  <div class="space-y-5 pb-3" :data-account="account.email">
    <form class="flex flex-wrap gap-4 items-start" novalidate @submit.prevent="change">
      <AppField v-slot="{ id, fieldClass, aria }" label="Name" class="w-52" :wrong="wrong.name"
        ><input :id="id" v-model="fields.name" :class="fieldClass" v-bind="aria" autocomplete="off"
      /></AppField>
      <AppField v-slot="{ id, fieldClass }" label="Role" class="w-32"
        ><select :id="id" v-model="fields.role" :class="fieldClass">
          <option value="helper">helper</option>
          <option value="lead">lead</option>
        </select></AppField
      >
      <button class="button mt-[1.6rem]">Save</button>
    </form>
    <form v-if="!isOwn" class="flex flex-wrap gap-4 items-start" novalidate @submit.prevent="set">
      <NewPasswordField
        v-model="password"
        label="Password in place of a forgotten one"
        class="w-80"
        :wrong="wrong.password"
      />
      <button class="button mt-[1.6rem]">Set it</button>
    </form>
    <p v-else><NuxtLink to="/account" class="underline">Your password and your codes</NuxtLink></p>
    <div class="flex flex-wrap gap-3 items-center">
      <button v-if="!isOwn" class="button button-quiet" @click="signOut">Sign out everywhere</button>
      <button v-if="!isRemoving" class="button button-quiet" @click="isRemoving = true">Remove the account</button>
      <template v-else>
        <span>{{ account.name }} signs in no more; what they noted and decided keeps their name.</span>
        <button class="button" @click="remove">Remove {{ account.name }}</button>
        <button class="button button-quiet" @click="isRemoving = false">Keep the account</button>
      </template>
    </div>
    <p v-if="message" role="status">{{ message }}</p>
  </div>
</template>
