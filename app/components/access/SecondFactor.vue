<script setup lang="ts">
import { beginSecondFactor, confirmSecondFactor, endSecondFactor } from '~~/core/contract/access'
import type { ReplyOf } from '~~/core/contract/route'
import { refusalOf } from '~/composables/useRefusal'

/** One-time codes of an authenticator beside the password: set up by a picture, confirmed by the first code. */
const { isSet } = defineProps<{ isSet: boolean }>()
const emit = defineEmits<{ changed: [codes: string[]] }>()
const begun = shallowRef<ReplyOf<typeof beginSecondFactor> | null>(null)
const code = ref('')
const wrong = ref('')

async function begin(password: string): Promise<void> {
  begun.value = await call(beginSecondFactor, { body: { password } })
}
async function confirm(): Promise<void> {
  wrong.value = ''
  try {
    const { codes } = await call(confirmSecondFactor, { body: { code: code.value } })
    begun.value = null
    code.value = ''
    emit('changed', codes)
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields.code ?? refused.message
  }
}
async function end(password: string): Promise<void> {
  await call(endSecondFactor, { body: { password } })
  emit('changed', [])
}
/** In groups of four, as it is typed. */
const written = computed(() => begun.value?.secret.replace(/(.{4})(?=.)/g, '$1 ') ?? '')
</script>

<template>
  <div class="space-y-4" data-test="second-factor">
    <template v-if="isSet">
      <p>Set up: whoever signs in as you needs your password and a code of your authenticator.</p>
      <PasswordAsked does="Give them up" :work="end" />
    </template>
    <template v-else-if="begun">
      <p>Let your authenticator read this, or type the letters into it. Then type the six digits that it shows.</p>
      <img :src="`data:image/svg+xml,${encodeURIComponent(begun.picture)}`" alt="" class="w-52 bg-white rounded-lg" />
      <p class="font-mono" data-test="secret">{{ written }}</p>
      <form class="flex flex-wrap gap-3 items-start" novalidate @submit.prevent="confirm">
        <AppField v-slot="{ id, fieldClass, aria }" label="Code" class="w-40" :wrong="wrong"
          ><input
            :id="id"
            v-model="code"
            v-focus
            :class="fieldClass"
            v-bind="aria"
            inputmode="numeric"
            autocomplete="one-time-code"
        /></AppField>
        <button class="button button-main mt-[1.6rem]">Confirm</button>
      </form>
    </template>
    <template v-else>
      <p class="text-faint max-w-3xl">
        A password can be seen over a shoulder. With an authenticator on your phone, signing in takes six digits
        besides, other ones each half minute; it needs no net. Recovery codes come with it.
      </p>
      <PasswordAsked does="Set up one-time codes" :work="begin" />
    </template>
  </div>
</template>
