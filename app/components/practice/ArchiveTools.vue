<script setup lang="ts">
import { checkArchive, exportArchive } from '~~/core/contract/practice'
import { refusalOf } from '~/composables/useRefusal'

/** The whole practice as one file under a passphrase: taken out, and held against its own closing line. */
const passphrase = ref('')
const said = ref('')
const wrong = ref<Record<string, string>>({})
const busy = ref(false)
const id = useId()

async function tried(words: () => Promise<string>): Promise<void> {
  said.value = ''
  wrong.value = {}
  busy.value = true
  try {
    said.value = await words()
  } catch (error) {
    const { fields, message } = refusalOf(error)
    wrong.value = Object.keys(fields).length > 0 ? fields : { file: message }
  }
  busy.value = false
}
const takeOut = () =>
  tried(async () => {
    const name = await keepFile(exportArchive, { passphrase: passphrase.value })
    return `${name} is among this browser’s downloads. Check it before you rely on it.`
  })
async function check(event: Event): Promise<void> {
  const file = fileIn(event)
  if (!file) return
  await tried(async () => {
    const { rows } = await sendFile(checkArchive, file, { passphrase: passphrase.value })
    const { participants = 0, meetings = 0, outcomes = 0 } = rows
    return `${file.name} is whole: ${participants} people, ${meetings} meetings, ${outcomes} notes.`
  })
}
</script>

<template>
  <form class="space-y-3 max-w-xl" novalidate @submit.prevent="takeOut">
    <NewPasswordField
      v-model="passphrase"
      label="Passphrase of the archive"
      :wrong="wrong.passphrase"
      hint="12 characters at least. Keep it apart from the file: without it nobody can open the archive."
    />
    <div class="flex flex-wrap gap-3">
      <button class="button" :disabled="busy">Take the archive out</button>
      <label class="button cursor-pointer" :for="id"
        >Check an archive<input
          :id="id"
          type="file"
          accept=".gpg,.gz"
          class="sr-only"
          :disabled="busy"
          data-test="check-archive"
          @change="check"
      /></label>
    </div>
    <p v-if="busy" class="text-faint" role="status">At it; a large archive takes a minute.</p>
    <p v-if="said" class="text-action" role="status" data-test="archive-whole">{{ said }}</p>
    <p v-if="wrong.file" class="wrong" role="alert">{{ wrong.file }}</p>
  </form>
</template>
