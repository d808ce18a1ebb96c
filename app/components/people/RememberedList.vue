<script setup lang="ts">
import { lookAt } from '~~/core/contract/people'
import type { Remembered } from '~~/core/offer/person'
import { rememberedWords } from '~~/core/offer/remembered'
import { refusalOf } from '~/composables/useRefusal'

/** What hurt, or nearly, and nobody has looked at yet: it stays here until a lead has, and says what was found. */
const { participant, remembered, canLook } = defineProps<{
  participant: string
  remembered: readonly Remembered[]
  canLook: boolean
}>()
const emit = defineEmits<{ looked: [key: string] }>()
const { catalogue } = storeToRefs(useCatalogue())
const gone = ref(new Set<string>())
const shown = computed(() => remembered.filter(({ key }) => !gone.value.has(key)))
const open = ref('')
const note = ref('')
const wrong = ref('')
const words = (one: Remembered) =>
  [one.movement && catalogue.value.movements.get(one.movement)?.name, rememberedWords(one)]
    .filter((part) => part)
    .join(': ')

function begin(key: string): void {
  open.value = key
  note.value = wrong.value = ''
}
async function look(key: string): Promise<void> {
  try {
    await call(lookAt, { params: { id: participant }, body: { key, note: note.value } })
    gone.value = new Set([...gone.value, key])
    open.value = ''
    emit('looked', key)
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields.note ?? refused.message
  }
}
</script>

<template>
  <ul v-if="shown.length > 0" class="space-y-1" data-test="remembered">
    <li v-for="one in shown" :key="one.key" class="border-l-4 border-stop pl-3 text-[0.94rem]">
      <span>{{ words(one) }}</span>
      <button v-if="canLook && open !== one.key" class="ml-2 underline min-h-8" @click="begin(one.key)">
        It was looked at
      </button>
      <form v-if="open === one.key" class="mt-1 flex flex-wrap gap-2 items-end" @submit.prevent="look(one.key)">
        <label class="flex-1 min-w-48"
          ><span class="label text-[0.88rem]">What was found?</span
          ><input v-model="note" class="field" :class="wrong ? 'field-wrong' : ''" maxlength="300"
        /></label>
        <button class="button button-main">Looked at</button>
        <button type="button" class="button button-quiet" @click="open = ''">Leave it</button>
        <p v-if="wrong" class="wrong w-full" role="alert">{{ wrong }}</p>
      </form>
    </li>
  </ul>
</template>
