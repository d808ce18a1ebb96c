<script setup lang="ts">
import type { LedgerEntry } from '~~/core/contract/ledger'
import type { ProposedDecision } from '~~/core/contract/reflection'
import { joined } from '~~/core/sentence'
import { isEasing } from '~~/core/reflect/decide'
import { acceptWords, kindWords, stayWords } from '~/words/decisions'

/** One proposed decision: a line that is answered at a touch; the chosen one opens with its evidence and its bodies. */
const {
  decision,
  settled = null,
  selected,
  name,
} = defineProps<{ decision: ProposedDecision; settled?: LedgerEntry | null; selected: boolean; name: string }>()
const emit = defineEmits<{ select: [] }>()
const { catalogue } = storeToRefs(useCatalogue())
const answering = useAnswering(() => ({ decision, settled }))
defineExpose({ accept: answering.accept, change: answering.change, refuse: answering.refuse })

const what = computed(() => {
  const movement = catalogue.value.movements.get(decision.movement)?.name ?? decision.movement
  return decision.moves === 'both' ? movement : `${movement}, ${decision.moves} side`
})
const SAID = computed((): Record<LedgerEntry['answer'], string> => ({
  'by-hand': 'By hand',
  'walked-back': 'Taken back',
  accepted: 'Accepted',
  changed: 'Changed',
  refused: isEasing(decision.kind) ? 'Refused to ease' : 'Stays as it is',
}))
/** What became of it, where it is answered. */
const became = computed(() => {
  if (settled)
    return `${SAID.value[settled.answer]} by ${settled.decidedBy}${settled.reason ? `: ${settled.reason}` : ''}`
  return answering.waitsWords && `Answered: ${answering.waitsWords}. Kept in this browser until the server has it.`
})
const neededWords = useNeededFor(() => decision)
/** What moves, where it is no level. */
const turn = computed(() => (settled ? settled.words : (decision.turn?.words ?? '')))
</script>

<template>
  <li :data-decision="`${decision.participant} ${decision.movement}`" @click="emit('select')">
    <DecisionChosen
      v-if="selected"
      :decision="decision"
      :answering="answering"
      :is-settled="settled !== null"
      :name="name"
      :what="what"
      :turn="turn"
      :became="became"
    />
    <div
      v-else
      class="min-h-[60px] py-1 px-2 grid items-center gap-x-4 grid-cols-[7rem_minmax(0,1fr)] lg:grid-cols-[4.5rem_6.5rem_minmax(0,20rem)_minmax(0,1fr)_auto]"
    >
      <strong class="font-semibold max-lg:sr-only">{{ kindWords(decision) }}</strong>
      <LevelStep :tier="decision.tier" :from="decision.fromLevel" :to="answering.toLevel" />
      <p class="leading-tight">
        <strong class="font-semibold">{{ name }}</strong>, {{ what }}
      </p>
      <p class="text-[0.94rem] text-faint leading-tight line-clamp-2 max-lg:col-start-2">
        <template v-if="turn"
          ><strong class="font-semibold text-ink" data-test="turn">{{ turn }}</strong
          >. </template
        >{{ became || joined([neededWords, decision.because], ' ') }}
      </p>
      <div class="flex flex-wrap justify-end max-lg:col-span-2">
        <template v-if="!answering.isAnswered">
          <button class="button button-quiet" data-act="accept" @click.stop="answering.accept">
            {{ acceptWords(decision) }}
          </button>
          <button
            v-if="answering.mayRefuse"
            class="button button-quiet"
            data-act="refuse"
            @click.stop="(emit('select'), answering.refuse())"
          >
            {{ stayWords(decision) }}
          </button>
        </template>
        <button v-else class="button button-quiet" data-act="change" @click.stop="(emit('select'), answering.change())">
          Something else
        </button>
      </div>
    </div>
  </li>
</template>
