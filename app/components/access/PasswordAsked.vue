<script setup lang="ts">
import { refusalOf } from '~/composables/useRefusal'

/** Something about access is done once the password was typed again: the tablet may have been left lying. */
const { does, work } = defineProps<{
  /** What the button says. */
  does: string
  work: (password: string) => Promise<void>
}>()
const password = ref('')
const wrong = ref('')
const busy = ref(false)

async function go(): Promise<void> {
  busy.value = true
  wrong.value = ''
  try {
    await work(password.value)
    password.value = ''
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields.password ?? refused.message
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <form class="flex flex-wrap gap-3 items-start" novalidate @submit.prevent="go">
    <AppField v-slot="{ id, fieldClass, aria }" label="Your password" class="w-64" :wrong="wrong"
      ><input
        :id="id"
        v-model="password"
        type="password"
        :class="fieldClass"
        v-bind="aria"
        autocomplete="current-password"
    /></AppField>
    <button class="button mt-[1.6rem]" :disabled="busy">{{ does }}</button>
  </form>
</template>
