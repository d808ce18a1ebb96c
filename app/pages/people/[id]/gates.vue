<script setup lang="ts">
import { moveTier, setAccess } from '~~/core/contract/people'
import { format } from 'date-fns'
import { TIERS, type Tier } from '~~/core/catalogue/words'
import { amountWords } from '~~/core/measure/record'
import type { TierStepTaken } from '~~/core/reflect/tierChange'
import type { GateStatus } from '~~/core/reflect/gates'
import { refusalOf } from '~/composables/useRefusal'
import { ACCESS_WORDS, STATE_SIGNS, STATE_WORDS } from '~/words/people'
import { TIER_NAMES } from '~/words/tiers'

/** Gate by gate: passed, not passed, not yet measured or too old; what is missing can be measured on the spot. */
const id = String(useRoute().params.id)
const { catalogue } = storeToRefs(useCatalogue())
const said = ref('')
const { store, problem } = await useOpenProfile(id, 'Tier gates are for leads.')
/** Gates that are still before somebody come first. */
const inOrder = computed(() => store.gates.toSorted((a, b) => Number(isOpen(a)) - Number(isOpen(b))))
const isOpen = ({ gate }: GateStatus) => store.person.access[gate.to] === 'yes'
async function open({ gate }: GateStatus, access: 'yes' | 'with-help' | 'no'): Promise<void> {
  try {
    await call(setAccess, { params: { id, tier: gate.to }, body: { access } })
    await store.open(id)
    said.value = `${TIER_NAMES[gate.to]}: ${ACCESS_WORDS[access]}.`
  } catch (error) {
    said.value = refusalOf(error).message
  }
}
/** A step between tiers; on request, down needs no gate. */
async function move(step: TierStepTaken, to: Tier): Promise<void> {
  try {
    await call(moveTier, { params: { id }, body: { step, to, reason: step === 'down' ? 'On request.' : '' } })
    await store.open(id)
    said.value = 'Written into the ledger.'
  } catch (error) {
    said.value = refusalOf(error).fields.reason ?? refusalOf(error).message
  }
}
const below = computed(() => TIERS[TIERS.indexOf(store.person.homeTier) - 1])
</script>

<template>
  <ProfilePage :id="id" :problem="problem" title="Tier gates">
    <p class="text-faint">
      A result counts for half a year. Opening a tier is a lead’s decision; a gate only says what was shown. Closing one
      needs no gate.
    </p>
    <p class="text-action" aria-live="polite" data-test="said">{{ said }}</p>
    <section
      v-if="store.profile?.tierStep"
      aria-label="Next step"
      class="border border-line rounded-lg"
      data-test="next-step"
    >
      <TierRow :step="store.profile.tierStep" :name="store.person.name" @move="move" />
    </section>
    <button
      v-if="below && store.profile?.tierStep?.kind !== 'down'"
      class="button button-quiet"
      @click="move('down', below)"
    >
      Work in the {{ below }} tier from now on
    </button>
    <section
      v-for="status in inOrder"
      :key="status.gate.to"
      :aria-label="`Gate before ${status.gate.to}`"
      :data-gate="status.gate.to"
      class="space-y-2"
    >
      <div class="flex flex-wrap items-center gap-3">
        <TierGlyph :tier="status.gate.from" :size="34" label="" /><span aria-hidden="true" class="text-faint">→</span
        ><TierGlyph :tier="status.gate.to" :size="34" label="" />
        <h2>{{ TIER_NAMES[status.gate.from] }} to {{ TIER_NAMES[status.gate.to].toLowerCase() }}</h2>
        <span class="text-faint"
          >{{ STATE_WORDS[status.state] }};
          {{
            isOpen(status)
              ? `${TIER_NAMES[status.gate.to].toLowerCase()} is open`
              : `${TIER_NAMES[status.gate.to].toLowerCase()}: ${ACCESS_WORDS[store.person.access[status.gate.to]]}`
          }}</span
        >
      </div>
      <ul class="divide-y divide-line">
        <li
          v-for="condition in status.conditions"
          :key="condition.words"
          class="py-2 flex flex-wrap items-center gap-x-4 gap-y-1"
          :data-state="condition.state"
        >
          <span class="w-6 text-center text-xl" aria-hidden="true">{{ STATE_SIGNS[condition.state] }}</span>
          <span class="flex-1 min-w-72"
            >{{ condition.words
            }}<span class="block text-faint text-[0.94rem]"
              >{{ STATE_WORDS[condition.state]
              }}<template v-if="condition.by"
                >: {{ catalogue.measures.get(condition.by.measure)?.name }}
                {{ amountWords(catalogue.measures.get(condition.by.measure) ?? { unit: 's' }, condition.by.value)
                }}<template v-if="condition.by.pain !== null">, pain {{ condition.by.pain }}</template
                >, {{ format(condition.by.takenAt, 'd MMM yyyy') }}</template
              ><template v-if="condition.clearedBy">: cleared by {{ condition.clearedBy }}</template
              ><template v-if="condition.source !== 'ours'">. {{ condition.source }}</template></span
            ></span
          >
          <NuxtLink
            v-for="measure in condition.measures"
            :key="measure"
            :to="`/people/${id}/measure?measure=${measure}&back=gates`"
            class="button"
            :class="condition.state === 'passed' ? 'button-quiet' : ''"
            >Measure {{ catalogue.measures.get(measure)?.name.toLowerCase() }}</NuxtLink
          >
        </li>
      </ul>
      <p class="border-l-4 border-mark pl-3">{{ status.gate.note }}</p>
      <div class="flex flex-wrap gap-2">
        <button
          v-if="status.state === 'passed' && store.person.access[status.gate.to] !== 'yes'"
          class="button button-main"
          @click="open(status, 'yes')"
        >
          Open {{ TIER_NAMES[status.gate.to].toLowerCase() }}
        </button>
        <button
          v-if="status.state === 'passed' && store.person.access[status.gate.to] === 'no'"
          class="button"
          @click="open(status, 'with-help')"
        >
          Open it with help
        </button>
        <button
          v-if="store.person.access[status.gate.to] !== 'no' && store.person.homeTier !== status.gate.to"
          class="button button-quiet"
          @click="open(status, 'no')"
        >
          Close {{ TIER_NAMES[status.gate.to].toLowerCase() }}
        </button>
      </div>
    </section>
  </ProfilePage>
</template>
