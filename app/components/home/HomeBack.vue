<script setup lang="ts">
import { tickHomeFromFile } from '~~/core/contract/homePractice'
import { decodeText } from '~~/core/formats/table'

/** What comes back: a code that was read out, a file, a square code before the camera, or a table. */
const { id, home } = defineProps<{ id: string; home: ReturnType<typeof useHome> }>()
const { wrong, message, said } = home
const code = ref('')
const rows = ref<{ line: number; name: string; does: string; words: string[] }[]>([])
const { video, isLooking, problem, begin, end, readPicture } = useSquareReader((text) => void home.takeReport(text))

async function typed(): Promise<void> {
  await home.takeCode(code.value)
  if (!wrong.value.code && message.value === '') code.value = ''
}
/** A practice as a file, a picture of a square code, or a table of ticks. */
async function readFile(event: Event): Promise<void> {
  const file = fileIn(event)
  if (!file) return
  rows.value = []
  if (file.type.startsWith('image/')) return readPicture(file)
  const text = decodeText(new Uint8Array(await file.arrayBuffer()))
  if (text.trimStart().startsWith('{')) return home.takeReport(text)
  await home.trying(async () => {
    const answer = await call(tickHomeFromFile, { params: { id }, body: { text } })
    await home.read()
    rows.value = answer.rows.filter((row) => row.does === 'refuse')
    said.value = `${answer.rows.filter((row) => row.does === 'add').length} days ticked.`
  })
}
</script>

<template>
  <form class="flex flex-wrap gap-3 items-start" novalidate @submit.prevent="typed">
    <AppField
      v-slot="{ id: field, fieldClass, aria }"
      label="The code that they read out"
      class="w-96 max-w-full"
      :wrong="wrong.code"
      ><input
        :id="field"
        v-model="code"
        class="numerals tracking-wider"
        :class="fieldClass"
        maxlength="80"
        autocomplete="off"
        autocapitalize="characters"
        spellcheck="false"
        v-bind="aria"
    /></AppField>
    <button class="button mt-7" :disabled="code.trim() === ''">Take the week</button>
  </form>
  <div class="flex flex-wrap gap-3 items-center">
    <button v-if="!isLooking" class="button" @click="begin">Read their screen with the camera</button>
    <button v-else class="button" @click="end">Put the camera away</button>
    <label class="button cursor-pointer focus-within:outline focus-within:outline-3"
      >Read a file<input
        type="file"
        accept=".csv,text/csv,.json,application/json,image/*"
        class="sr-only"
        data-test="tick-file"
        @change="readFile"
    /></label>
    <p class="text-faint text-[0.94rem]">
      Their file, a picture of the square code, or a table with Movement, Date and How.
    </p>
  </div>
  <video
    v-if="isLooking"
    ref="video"
    class="w-80 max-w-full rounded-xl bg-sunk"
    muted
    playsinline
    aria-label="What the camera sees"
  />
  <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  <p v-if="wrong.text" class="wrong" role="alert">{{ wrong.text }}</p>
  <ul v-if="rows.length > 0" class="wrong">
    <li v-for="row in rows" :key="row.line">Line {{ row.line }}: {{ row.words.join(' ') }}</li>
  </ul>
</template>
