<script setup lang="ts">
import { setOwnTelephone } from '~~/core/contract/access'
import { refusalOf } from '~/composables/useRefusal'

/** Where people at home may ring whoever leads: it stands on what they take home. */
const { telephone } = defineProps<{ telephone: string }>()
const emit = defineEmits<{ changed: [] }>()
const typed = ref(telephone)
const wrong = ref('')
const isSaved = ref(false)
watch(typed, () => (isSaved.value = false))
async function save(): Promise<void> {
  wrong.value = ''
  try {
    await call(setOwnTelephone, { body: { telephone: typed.value } })
    isSaved.value = true
    emit('changed')
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields.telephone ?? refused.message
  }
}
</script>

<template>
  <form class="flex flex-wrap items-end gap-3" novalidate @submit.prevent="save">
    <AppField
      v-slot="{ id, fieldClass, aria }"
      label="Telephone"
      hint="It stands on what people take home: whom to call."
      :wrong="wrong"
      class="w-80"
      ><input :id="id" v-model="typed" type="tel" :class="fieldClass" v-bind="aria" autocomplete="tel"
    /></AppField>
    <button class="button mb-7">Save the number</button>
    <p v-if="isSaved" role="status" class="mb-9">Saved.</p>
  </form>
</template>
