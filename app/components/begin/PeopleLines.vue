<script setup lang="ts">
import { TIERS, type Tier } from '~~/core/catalogue/words'
import { asPeopleLines, readPeopleLines, withTier, type PersonLine } from '~~/core/formats/peopleLines'

/** People typed one a line, or pasted from a spreadsheet; a doubtful word is asked in its line. */
const text = defineModel<string>({ required: true })
const { wrong = '' } = defineProps<{ wrong?: string }>()
const LINE_PX = 36
const LINES_AT_LEAST = 5
const field = useTemplateRef<HTMLTextAreaElement>('field')
const people = computed(() => readPeopleLines(text.value).people)
const lines = computed(() => Math.max(LINES_AT_LEAST, text.value.split('\n').length + 1))
const topOf = ({ line }: PersonLine) => `${(line - 1) * LINE_PX + 10}px`
const leftOut = ref<string[]>([])

function answer(person: PersonLine, tier: Tier): void {
  text.value = withTier(text.value, person, tier)
  void nextTick(() => field.value?.focus())
}
/** The doubt in the line in which is typed, where the word that was meant is known. */
function typedDoubt(): { person: PersonLine; meant: Tier } | null {
  const at = text.value.slice(0, field.value?.selectionStart ?? 0).split('\n').length
  const person = people.value.find(({ line }) => line === at)
  return person?.doubt?.kind === 'tier' && person.doubt.meant ? { person, meant: person.doubt.meant } : null
}
function takeMeant(event: KeyboardEvent): void {
  const doubt = typedDoubt()
  if (doubt === null || event.shiftKey) return
  event.preventDefault()
  answer(doubt.person, doubt.meant)
}
/** A table is taken apart into lines; what is pasted into a line stays what it is. */
function paste(event: ClipboardEvent): void {
  const pasted = event.clipboardData?.getData('text/plain') ?? ''
  if (!/[\t\n;]/.test(pasted.trim())) return
  event.preventDefault()
  const table = asPeopleLines(pasted)
  leftOut.value = table.leftOut
  text.value = [text.value.trimEnd(), table.text].filter((part) => part !== '').join('\n')
}
</script>

<template>
  <div>
    <p class="mb-2 text-faint">
      One person a line: the name, then <b class="text-ink">bed, chair, standing</b> or <b class="text-ink">floor</b>. A
      table can be pasted.
    </p>
    <div
      class="relative rounded-xl border-2 bg-raised overflow-hidden"
      :class="wrong ? 'border-stop' : 'border-line focus-within:border-action'"
    >
      <div
        v-for="person in people.filter(({ doubt }) => doubt !== null)"
        :key="`ground ${person.line}`"
        class="absolute inset-x-0 bg-mark-soft"
        :style="{ top: topOf(person), height: `${LINE_PX}px` }"
      />
      <span
        v-for="person in people"
        :key="person.line"
        class="absolute left-4 grid place-items-center"
        :style="{ top: topOf(person), height: `${LINE_PX}px` }"
        ><b v-if="person.doubt" class="w-7 text-center" aria-hidden="true">?</b
        ><TierGlyph v-else :tier="person.tier" :size="28" :label="`${person.name}: ${person.tier}`"
      /></span>
      <textarea
        ref="field"
        v-model="text"
        class="people-lines relative block w-full bg-transparent"
        aria-label="Who comes"
        autocomplete="off"
        spellcheck="false"
        wrap="off"
        :aria-invalid="wrong ? true : undefined"
        :style="{ height: `${lines * LINE_PX + 20}px`, lineHeight: `${LINE_PX}px` }"
        @keydown.tab="takeMeant"
        @paste="paste"
      />
      <span
        v-for="person in people"
        :key="`asked ${person.line}`"
        class="absolute right-3 flex items-center gap-1 text-[0.94rem]"
        :style="{ top: topOf(person), height: `${LINE_PX}px` }"
      >
        <template v-if="person.doubt?.kind === 'tier'">
          <template v-if="person.doubt.meant">
            <button type="button" class="asked" @click="answer(person, person.doubt.meant)">
              Is it <b>{{ person.doubt.meant }}</b>? <kbd class="key">Tab</kbd>
            </button>
          </template>
          <template v-else>
            <span>Where?</span>
            <button v-for="tier in TIERS" :key="tier" type="button" class="asked" @click="answer(person, tier)">
              {{ tier }}
            </button>
          </template>
        </template>
        <span v-else-if="person.doubt?.kind === 'name'">Who is it?</span>
        <span v-else-if="person.doubt?.kind === 'twice'">stands in line {{ person.doubt.line }} too: add a letter</span>
        <span v-else-if="person.isAssumed" class="text-faint">the chair, unless you say</span>
      </span>
    </div>
    <p v-if="leftOut.length > 0" class="mt-2 border-l-4 border-mark pl-3" role="status">
      Only names and where they work are taken from the table. Not read: {{ leftOut.join(', ') }}. People › Import takes
      them.
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
.people-lines {
  padding: 10px 12px 10px 60px;
  resize: none;
  overflow-x: auto;
  overflow-y: hidden;
  white-space: pre;
  outline: none;
}
.asked {
  padding: 2px 8px;
  border-radius: 8px;
}
.asked:hover {
  background: var(--raised);
}
</style>
