<script setup lang="ts">
import { refusalOf } from '~/composables/useRefusal'

definePageMeta({ layout: 'bare' })
const { refresh } = useAccount()
const fields = reactive({ practice: '', name: '', email: '', password: '' })
const wrong = ref<Record<string, string>>({})
const message = ref('')

const { data: setUp } = await useFetch('/api/setup')
if (setUp.value && !setUp.value.needed) await navigateTo('/sign-in')

async function save(): Promise<void> {
  try {
    await $fetch('/api/setup', { method: 'POST', body: fields })
    await refresh()
    await navigateTo('/practice')
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields
    message.value = refused.message
  }
}
</script>

<template>
  <div class="min-h-dvh grid place-items-center p-6">
    <form class="w-full max-w-md space-y-5" novalidate @submit.prevent="save">
      <h1>Set up your practice</h1>
      <p class="text-faint">The practice owns everything that is written down here. You are its first lead.</p>
      <AppField v-slot="{ id, fieldClass, aria }" label="Name of the practice" :wrong="wrong.practice"><input :id="id" v-model="fields.practice" :class="fieldClass" v-bind="aria" autofocus ></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="Your name" :wrong="wrong.name"><input :id="id" v-model="fields.name" :class="fieldClass" v-bind="aria" autocomplete="name" ></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="E-mail" :wrong="wrong.email"><input :id="id" v-model="fields.email" :class="fieldClass" v-bind="aria" type="email" autocomplete="username" ></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="Password" :wrong="wrong.password" hint="10 characters at least."><input :id="id" v-model="fields.password" :class="fieldClass" v-bind="aria" type="password" autocomplete="new-password" ></AppField>
      <p v-if="message" class="wrong" role="alert">{{ message }}</p>
      <button class="button button-main w-full">Make the practice</button>
    </form>
  </div>
</template>
