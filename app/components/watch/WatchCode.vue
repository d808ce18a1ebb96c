<script setup lang="ts">
import { openScreen } from '~~/core/contract/watch'
import { refusalOf } from '~/composables/useRefusal'

/** A screen comes in: the code that whoever leads has printed, typed or carried by a link. */
const emit = defineEmits<{ opened: [] }>()
const code = ref('')
const wrong = ref('')
const busy = ref(false)

async function come(): Promise<void> {
  wrong.value = ''
  busy.value = true
  try {
    await call(openScreen, { body: { code: code.value } })
    emit('opened')
  } catch (error) {
    const { fields, message } = refusalOf(error)
    wrong.value = fields.code ?? message
  } finally {
    busy.value = false
  }
}
onMounted(() => {
  // A link carries it where no server's log sees it.
  code.value = decodeURIComponent(location.hash.slice(1))
  if (code.value === '') return
  void useRouter().replace({ path: '/watch', hash: '' }).then(come)
})
</script>

<template>
  <form class="min-h-dvh grid place-content-center gap-4 p-6 max-w-xl mx-auto" novalidate @submit.prevent="come">
    <h1>Watch a class</h1>
    <p>
      Whoever leads it has a code for this screen, under <strong class="font-semibold">Screens</strong> beside the
      meeting. It shows the movements, the room and the clock, and nothing of anybody’s health; it ends with the class.
    </p>
    <AppField v-slot="{ id, fieldClass, aria }" label="The code" :wrong="wrong">
      <input
        :id="id"
        v-model="code"
        v-focus
        v-bind="aria"
        class="text-[1.6rem] tracking-widest uppercase"
        :class="fieldClass"
        autocomplete="off"
        autocapitalize="characters"
        spellcheck="false"
        data-test="screen-code"
      />
    </AppField>
    <div><button class="button button-main" :disabled="busy || code.trim() === ''">Come in</button></div>
  </form>
</template>
