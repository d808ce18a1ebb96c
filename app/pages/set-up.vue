<script setup lang="ts">
import { restoreArchive, setUp } from '~~/core/contract/access'
import { refusalOf } from '~/composables/useRefusal'

definePageMeta({ layout: 'bare' })
const { needsSetup, refresh, arrive } = useAccount()
const fields = reactive({ code: '', practice: '', name: '', email: '', password: '' })
const wrong = ref<Record<string, string>>({})
const message = ref('')
const busy = ref(false)
const form = useTemplateRef<HTMLFormElement>('form')
useFirstForm(form, fields, (answered) => void save(answered))

if (!needsSetup.value) await navigateTo('/sign-in')

async function save(answered?: Promise<Response>): Promise<void> {
  busy.value = true
  wrong.value = {}
  message.value = ''
  try {
    await arrive(await call(setUp, { body: fields, answered }))
    await navigateTo('/')
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields
    message.value = refused.message
  } finally {
    busy.value = false
  }
}
/** A file taken out of another installation: everything is here again, sign-ins too. */
const restoring = ref(false)
const archiveWrong = ref<Record<string, string>>({})
const passphrase = ref('')
async function restore(event: Event): Promise<void> {
  const file = fileIn(event)
  if (!file) return
  restoring.value = true
  archiveWrong.value = {}
  try {
    await sendFile(restoreArchive, file, { passphrase: passphrase.value, query: { code: fields.code } })
    await refresh()
    await navigateTo('/sign-in')
  } catch (error) {
    const refused = refusalOf(error)
    archiveWrong.value = { file: refused.fields.code ?? refused.message, ...refused.fields }
    if (refused.fields.passphrase) archiveWrong.value.file = ''
  } finally {
    restoring.value = false
  }
}
</script>

<template>
  <div class="mx-auto max-w-[1400px] p-5 min-h-dvh">
    <BeginFrame>
      <BeginStep :number="1" title="Practice and you" state="open">
        <form ref="form" class="space-y-4" novalidate @submit.prevent="save()">
          <AppField
            v-slot="{ id, fieldClass, aria }"
            label="Code of the start window"
            :wrong="wrong.code"
            hint="It stands in the window in which the server was started."
            ><input
              :id="id"
              v-model="fields.code"
              name="code"
              :class="fieldClass"
              v-bind="aria"
              autocomplete="off"
              spellcheck="false"
              autofocus
          /></AppField>
          <AppField v-slot="{ id, fieldClass, aria }" label="Name of the practice" :wrong="wrong.practice"
            ><input :id="id" v-model="fields.practice" name="practice" :class="fieldClass" v-bind="aria"
          /></AppField>
          <AppField v-slot="{ id, fieldClass, aria }" label="Your name" :wrong="wrong.name"
            ><input :id="id" v-model="fields.name" name="name" :class="fieldClass" v-bind="aria" autocomplete="name"
          /></AppField>
          <AppField v-slot="{ id, fieldClass, aria }" label="E-mail" :wrong="wrong.email"
            ><input
              :id="id"
              v-model="fields.email"
              name="email"
              :class="fieldClass"
              v-bind="aria"
              type="email"
              autocomplete="username"
          /></AppField>
          <NewPasswordField v-model="fields.password" label="Password" :wrong="wrong.password" />
          <p v-if="message" class="wrong" role="alert">{{ message }}</p>
          <button class="button button-main" :disabled="busy">Next: where you meet</button>
        </form>
      </BeginStep>
      <BeginStep :number="2" title="Where you meet" state="later" />
      <BeginStep :number="3" title="Who comes?" state="later" />
      <template #beside>
        <p class="pt-10 pb-16 text-center text-faint">The circle fills as you name who comes.</p>
        <section class="border-t border-line pt-4 space-y-3" aria-label="Restore a practice">
          <h2>Or restore a practice from its archive</h2>
          <AppField v-slot="{ id, fieldClass, aria }" label="Passphrase of the archive" :wrong="archiveWrong.passphrase"
            ><input :id="id" v-model="passphrase" :class="fieldClass" v-bind="aria" type="password" autocomplete="off"
          /></AppField>
          <div>
            <label class="label" for="archive">Its file</label
            ><input id="archive" type="file" accept=".gpg,.gz" class="field" :disabled="restoring" @change="restore" />
          </div>
          <p v-if="restoring" class="text-faint" role="status">Restoring; a large archive takes a minute.</p>
          <p v-if="archiveWrong.file" class="wrong" role="alert">{{ archiveWrong.file }}</p>
        </section>
      </template>
    </BeginFrame>
  </div>
</template>
