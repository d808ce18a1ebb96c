<script setup lang="ts">
import { joined } from '~~/core/sentence'
import { entryOf } from '~~/core/entries'
import { readPerson } from '~~/core/contract/people'
import type { Side } from '~~/core/catalogue/words'
import { amountWords } from '~~/core/measure/record'
import { resultOf } from '~~/core/measure/resultOf'
import { degreesWords } from '~~/core/offer/degreesWords'
import type { Participant } from '~~/core/offer/participant'
import { MEASURE_KEYS as KEYS } from '~/keys'
import { refusalOf } from '~/composables/useRefusal'

/** Measuring one person: the protocol beside the tool, tries for each side, and what the result means at once. */
const route = useRoute()
const id = String(route.params.id)
const { isLead } = useAccount()
const { catalogue } = storeToRefs(useCatalogue())
await useCatalogue().load()
const person = ref<Participant | null>(null)
const problem = ref('')
try {
  person.value = await call(readPerson, { params: { id } })
} catch (error) {
  problem.value = refusalOf(error).message
}
const chosen = ref(String(route.query.measure ?? 'chair-stand'))
const measure = computed(
  () => catalogue.value.measures.get(chosen.value) ?? entryOf(catalogue.value.measures, 'chair-stand'),
)
/** Where somebody came from, to go back there. */
const BACK = { gates: 'Tier gates', goals: 'What they come for' } as const
const back = computed(() => {
  const from = String(route.query.back ?? '')
  return from === 'gates' || from === 'goals' ? { to: `/people/${id}/${from}`, words: BACK[from] } : null
})
const groups = computed(() => {
  const every = [...catalogue.value.measures.values()]
  // What comes with another one is not chosen by itself.
  const all = every.filter(({ id: one }) => every.every(({ alongside }) => alongside !== one))
  return [...new Set(all.map((one) => one.group ?? ''))].map((group) => ({
    group,
    measures: all.filter((one) => (one.group ?? '') === group),
  }))
})

/** Where a range can be measured both ways: whether it is, in one go. */
const two = ref(true)
const helpedBy = computed(() => catalogue.value.measures.get(measure.value.helped ?? '') ?? null)
/** What the same try says besides. */
const secondBy = computed(() => helpedBy.value ?? catalogue.value.measures.get(measure.value.alongside ?? '') ?? null)
/** Some are found by a sensor alone. */
const isTyped = computed(() => !['help', 'sway', 'press'].includes(measure.value.tool))
const isTwo = computed(() => two.value && helpedBy.value !== null)
const measuring = useMeasuring(id, measure, secondBy)
const { fields, sides, side, tries, taken, results, message, asked, take, takeTwo, takeBack, remark, save } = measuring
const typed = ref('')
const tool = useTemplateRef<{ press: () => void; back?: () => void; enter?: () => void }>('tool')
function takeTyped(): void {
  if (measuring.takeTyped(typed.value)) typed.value = ''
}
const last = computed(() =>
  joined(
    taken.value.map((one) => degreesWords(measure.value, one.value, person.value?.heightCm ?? null)),
    '; ',
  ),
)
function turnTo(to: Side): void {
  if (measure.value.sides) side.value = to
}
useKeys(KEYS, {
  press: () => tool.value?.press(),
  less: () => tool.value?.back?.(),
  take: () => tool.value?.enter?.(),
  left: () => turnTo('left'),
  right: () => turnTo('right'),
  save,
})
</script>

<template>
  <div v-if="problem || !person" class="py-16 space-y-4">
    <h1>{{ problem }}</h1>
    <NuxtLink to="/people" class="button">Back to People</NuxtLink>
  </div>
  <div v-else class="space-y-5">
    <p class="flex gap-4">
      <NuxtLink :to="`/people/${id}`" class="text-action underline underline-offset-4">{{
        person.name
      }}</NuxtLink><NuxtLink v-if="back" :to="back.to" class="text-action underline underline-offset-4">{{
        back.words
      }}</NuxtLink>
    </p>
    <div class="flex flex-wrap items-end gap-4">
      <h1 class="flex-1">{{ measure.name }}</h1>
      <label class="w-80"
        ><span class="label text-[0.94rem]">Measure</span
        ><select v-model="chosen" class="field">
          <optgroup v-for="{ group, measures } in groups" :key="group" :label="group || 'Each on its own'">
            <option v-for="one in measures" :key="one.id" :value="one.id">{{ one.name }}</option>
          </optgroup>
        </select></label
      >
    </div>
    <div class="grid gap-x-12 gap-y-6 lg:grid-cols-[minmax(0,24rem)_1fr]">
      <section aria-label="How it is done" class="space-y-3">
        <ol class="list-decimal pl-5 space-y-1.5">
          <li v-for="step in measure.steps" :key="step">{{ step }}</li>
        </ol>
        <p class="border-l-4 border-stop pl-3">
          <strong class="font-semibold">To stop safely.</strong> {{ measure.stop }}
        </p>
        <p class="text-faint text-[0.94rem]">
          {{ measure.tries === 1 ? 'One try' : `${measure.tries} tries; the ${measure.take} counts`
          }}{{ measure.sides ? ', each side' : '' }}.
        </p>
      </section>
      <section aria-label="Measuring" class="space-y-4">
        <div v-if="measure.sides" class="flex gap-2" role="group" aria-label="Side">
          <button
            v-for="one in sides"
            :key="one"
            class="button min-w-28"
            :class="side === one ? 'button-on' : ''"
            :aria-pressed="side === one"
            @click="side = one"
          >
            {{ one }} <kbd class="key">{{ KEYS[one === 'right' ? 'right' : 'left'].shown }}</kbd>
          </button>
        </div>
        <AppField
          v-if="measure.setting"
          v-slot="{ id: field, fieldClass }"
          :label="`${measure.setting.name}, ${measure.setting.unit}`"
          class="w-52"
          ><input :id="field" v-model="fields.setting" inputmode="decimal" :class="fieldClass"
        /></AppField>
        <label v-if="helpedBy" class="flex items-center gap-2 min-h-11"
          ><input v-model="two" type="checkbox" class="size-5 accent-action" data-test="two" />Both ranges in one go: by
          themselves, then helped</label
        >
        <p v-if="isTwo" class="text-[0.94rem] max-w-2xl">{{ helpedBy?.steps[1] }} {{ helpedBy?.stop }}</p>
        <StancePicker v-model="chosen" :measures="[...catalogue.measures.values()]" />
        <MeasureTool
          ref="tool"
          :measure="measure"
          :person="person"
          :setting="fields.setting"
          :side="side"
          :two="isTwo"
          :help-taken="tries[0]"
          @take="take"
          @take-two="takeTwo"
          @remark="remark"
        />
        <form v-if="isTyped" class="flex items-end gap-2" novalidate @submit.prevent="takeTyped">
          <label class="w-44"
            ><span class="label text-[0.94rem]"
              >{{ measure.tool === 'ruler' || measure.tool === 'gauge' ? 'Amount' : 'Or type it' }},
              {{ measure.unit }}</span
            ><input v-model="typed" inputmode="decimal" class="field numerals" data-test="typed" /></label
          ><button class="button">Take it</button>
        </form>
        <p v-if="message" class="wrong" role="alert">{{ message }}</p>
        <p v-else-if="asked" class="bg-mark-soft rounded-lg px-3 py-2" role="status">{{ asked }}</p>
        <dl class="grid grid-cols-[max-content_1fr] gap-x-5 gap-y-1 items-center">
          <template v-for="one in sides" :key="one"
            ><dt class="text-faint">{{ one === 'both' ? 'Tries' : one }}</dt>
            <dd class="flex flex-wrap items-center gap-2 numerals min-h-11">
              <span v-for="(value, at) in fields[one]" :key="at" class="flex items-center"
                >{{ amountWords(measure, value)
                }}<template v-if="fields.helped[one][at] !== undefined"
                  >, {{ measure.helped ? 'helped' : 'with' }}
                  {{ amountWords(secondBy!, fields.helped[one][at]!) }}</template
                ><button
                  class="button button-quiet"
                  :aria-label="`Take back ${amountWords(measure, value)}`"
                  @click="takeBack(one, at)"
                >
                  ×
                </button></span
              ><span v-if="fields[one].length === 0" class="text-faint">none yet</span
              ><strong v-if="fields[one].length > 1" class="font-semibold"
                >{{ measure.take }} {{ amountWords(measure, resultOf(measure, fields[one])!) }}</strong
              >
            </dd></template
          >
        </dl>
        <p v-if="fields.simulated && taken.length > 0" class="bg-mark-soft rounded-lg px-3 py-2" data-test="simulated">
          Simulated: it is kept with that word, and counts for no level, no table and no gate.
        </p>
        <p v-if="last" class="text-faint">{{ last }}.</p>
        <div v-if="taken.length > 0" class="flex flex-wrap items-end gap-3">
          <AppField
            v-if="measure.asksPain"
            v-slot="{ id: field, fieldClass }"
            label="Pain at the end, 0–10"
            class="w-44"
            ><input :id="field" v-model="fields.pain" inputmode="numeric" :class="fieldClass"
          /></AppField>
          <AppField v-slot="{ id: field, fieldClass }" label="Note" class="flex-1 min-w-52"
            ><input :id="field" v-model="fields.note" maxlength="300" :class="fieldClass"
          /></AppField>
          <button class="button button-main" data-test="save" @click="save">
            Save <kbd class="key">{{ KEYS.save.shown }}</kbd>
          </button>
        </div>
        <MeasureResults v-if="results.length > 0" :results="results">
          <NuxtLink v-if="isLead && back" :to="back.to" class="button button-main">Back: {{ back.words }}</NuxtLink>
          <NuxtLink v-if="isLead" :to="`/people/${id}`" class="button">Back to the profile</NuxtLink>
        </MeasureResults>
      </section>
    </div>
  </div>
</template>
