<script lang="ts">
/** What can be open beside the lanes. */
export type Panel = 'checks' | 'coverage' | 'compose' | 'versions' | 'block' | 'settings'
</script>

<script setup lang="ts">
import { SchoolId } from '~~/core/catalogue/words'
import type { Check } from '~~/core/check/check'
import { numberIn } from '~~/core/number'
import type { Edit } from '~~/core/plan/edits'
import { Plan } from '~~/core/plan/plan'
import { PREPARE_KEYS as KEYS } from '~/keys'
import { clockWords } from '~/words/clock'

/** One row above the lanes: what the plan is, how long it takes, what can be done with it. */
const { plan, seconds, checks, locked } = defineProps<{
  plan: Plan
  /** What the plan takes. */
  seconds: number
  checks: readonly Check[]
  locked: boolean
  gatherAt: string
}>()
const panel = defineModel<Panel | null>('panel', { required: true })
const emit = defineEmits<{ edit: [edit: Edit]; add: [] }>()
const { catalogue } = storeToRefs(useCatalogue())
const school = computed(() => catalogue.value.schools.get(plan.school))

const left = computed(() => plan.minutes * 60 - seconds)
const share = computed(() => Math.min(1, seconds / (plan.minutes * 60)))
const count = (weight: Check['weight']) => checks.filter((check) => check.weight === weight).length
const toMend = computed(() => count('stop') + count('fix'))
const checkWords = computed(() => {
  const said = (
    [
      ['stop', 'to stop for'],
      ['fix', 'to mend'],
      ['consider', 'to consider'],
    ] as const
  ).flatMap(([weight, words]) => (count(weight) > 0 ? [`${count(weight)} ${words}`] : []))
  return said.length > 0 ? said.join(', ') : 'nothing to mend'
})
/** So much time that is left is still to be filled. */
const FREE_SECONDS = 60
/** What is done next: fill the time, mend, go on to gather. */
const main = computed(() => {
  if (locked) return 'gather'
  if (left.value > FREE_SECONDS) return 'add'
  return toMend.value > 0 ? 'checks' : 'gather'
})
const isOf = (which: 'add' | 'checks' | 'gather') => (main.value === which ? 'button-main' : '')

const minutes = ref(String(plan.minutes))
const wrongMinutes = ref('')
watch(
  () => plan.minutes,
  (to) => (minutes.value = String(to)),
)
function setSchool(event: Event): void {
  const chosen = chosenOf(SchoolId.options, event)
  if (chosen) emit('edit', { edit: 'setSchool', school: chosen })
}
function setMinutes(): void {
  const checked = Plan.shape.minutes.safeParse(numberIn(minutes.value) ?? undefined)
  wrongMinutes.value = checked.success ? '' : (checked.error.issues[0]?.message ?? '')
  if (checked.success && checked.data !== plan.minutes) emit('edit', { edit: 'setMinutes', minutes: checked.data })
}
const toggle = (which: Panel) => (panel.value = panel.value === which ? null : which)
</script>

<template>
  <div class="@container">
    <div class="flex flex-wrap items-center gap-x-2 @min-[900px]:gap-x-4 gap-y-1 min-h-[52px]">
      <h1 class="sr-only">Prepare</h1>
      <input
        class="word title text-ellipsis text-[1.2rem] font-semibold flex-1 min-w-32"
        aria-label="Title of the plan"
        placeholder="A title"
        :value="plan.title"
        maxlength="120"
        :disabled="locked"
        @input="emit('edit', { edit: 'setTitle', title: textIn($event) })"
      />
      <label class="hidden @min-[900px]:flex items-baseline gap-1.5" data-field="minutes"
        ><input
          v-model="minutes"
          class="word w-11 text-right numerals"
          inputmode="numeric"
          aria-label="Length, min"
          :aria-invalid="wrongMinutes ? true : undefined"
          :disabled="locked"
          @input="setMinutes"
        />min</label
      >
      <span class="hidden @min-[900px]:flex items-center gap-1.5"
        ><select class="word" aria-label="School" :value="plan.school" :disabled="locked" @change="setSchool">
          <option v-for="other in catalogue.schools.values()" :key="other.id" :value="other.id">
            {{ other.name }}
          </option>
        </select>
        <HintMark about="school"
          >A school is a way to dose and to move on. <b>{{ school?.name }}:</b> {{ school?.belief }}</HintMark
        ></span
      >
      <div class="flex items-center gap-2 numerals" data-test="total">
        <b
          class="text-[1.1rem]"
          :class="left < 0 ? 'text-stop' : ''"
          data-test="total-seconds"
          :data-seconds="seconds"
          >{{ clockWords(seconds) }}</b
        >
        <span
          class="hidden @min-[1100px]:block w-24 h-2.5 rounded-full bg-sunk border border-line overflow-hidden"
          aria-hidden="true"
          ><span class="block h-full" :class="left < 0 ? 'bg-stop' : 'bg-action'" :style="{ width: `${share * 100}%` }"
        /></span>
        <span :class="left < 0 ? 'text-stop font-semibold' : 'text-faint'">{{
          left < 0 ? `${clockWords(-left)} too long` : `of ${plan.minutes}:00`
        }}</span>
      </div>
      <p v-if="wrongMinutes" class="wrong" role="alert">{{ wrongMinutes }}</p>
      <div class="flex flex-wrap items-center gap-1" role="group" aria-label="About the plan">
        <button
          v-if="!locked"
          class="button button-quiet"
          :class="panel === 'compose' ? 'button-on' : ''"
          :aria-expanded="panel === 'compose'"
          data-test="panel-compose"
          @click="toggle('compose')"
        >
          Compose <kbd class="key hidden @min-[900px]:inline-block">{{ KEYS.compose.shown }}</kbd>
        </button>
        <button
          class="button"
          :class="[isOf('checks') || 'button-quiet', panel === 'checks' ? 'button-on' : '']"
          :aria-expanded="panel === 'checks'"
          :title="checkWords"
          data-test="panel-checks"
          @click="toggle('checks')"
        >
          Checks
          <span v-if="checks.length > 0" class="rounded-md px-1.5 bg-mark-soft text-ink numerals">{{
            checks.length
          }}</span><span v-else aria-hidden="true">✓</span><span class="sr-only">, {{ checkWords }}</span>
        </button>
        <slot />
        <button v-if="!locked" class="button" :class="isOf('add')" @click="emit('add')">
          {{ main === 'add' ? 'Add a movement' : 'Add' }}
          <kbd class="key hidden @min-[900px]:inline-block">{{ KEYS.add.shown }}</kbd>
        </button>
        <NuxtLink v-if="main !== 'add'" :to="gatherAt" class="button" :class="isOf('gather')">Gather</NuxtLink>
      </div>
    </div>
  </div>
</template>

<style scoped>
/* A word that can be typed over where it stands. */
.word {
  min-height: 44px;
  background: transparent;
  color: var(--ink);
  border: 0;
  border-bottom: 1.5px dotted var(--faint);
  border-radius: 0;
}
select.word {
  field-sizing: content;
}
input.title {
  border-bottom-color: transparent;
}
.word:hover:not(:disabled),
.word:focus {
  border-bottom-color: var(--action);
}
.word:disabled {
  border-bottom-color: transparent;
  opacity: 1;
}
</style>
