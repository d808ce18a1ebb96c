<script setup lang="ts">
import { checkArchive } from '~~/core/contract/practice'
import { refusalOf } from '~/composables/useRefusal'

/** An archive is held against its own closing line, without storing anything of it. */
const said = ref('')
const wrong = ref('')
const checking = ref(false)
const id = useId()
async function check(event: Event): Promise<void> {
  const file = fileIn(event)
  if (!file) return
  said.value = wrong.value = ''
  checking.value = true
  try {
    const { rows } = await sendFile(checkArchive, file)
    said.value = `${file.name} is whole: ${rows.participants ?? 0} people, ${rows.meetings ?? 0} meetings, ${rows.outcomes ?? 0} notes.`
  } catch (error) {
    wrong.value = refusalOf(error).fields.file ?? refusalOf(error).message
  }
  checking.value = false
}
</script>

<template>
  <div class="space-y-1">
    <label class="button cursor-pointer" :for="id"
      >Check an archive<input
        :id="id"
        type="file"
        accept=".gz"
        class="sr-only"
        :disabled="checking"
        data-test="check-archive"
        @change="check"
    /></label>
    <p v-if="said" class="text-action" role="status" data-test="archive-whole">{{ said }}</p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>
