<script setup lang="ts">
import { ownWords } from '~~/core/offer/ownDoseWords'
import type { OutcomeEvent } from '~~/core/lead/outcome'
import type { Participant } from '~~/core/offer/participant'
import { calledName } from '~/words/tiers'

/** Everybody in the class as a touch target with the key that picks them, and what was logged for this block. */
const { people, picked, blockIndex, resting, outcomesOf } = defineProps<{
  people: Participant[]
  /** Whose own dose is done while the block goes on. */
  resting: ReadonlySet<string>
  picked: string | null
  blockIndex: number
  outcomesOf: (participant: string) => OutcomeEvent[]
}>()
const emit = defineEmits<{ pick: [id: string] }>()
const { catalogue } = storeToRefs(useCatalogue())
const meeting = useMeeting()
const MARKS: Record<OutcomeEvent['done'], string> = {
  noted: '·',
  done: '✓',
  partly: '◐',
  eased: '↓',
  more: '↑',
  stopped: '■',
  'not-done': '–',
}

const rows = computed(() =>
  people.map((person, at) => {
    const offer = meeting.riders.get(person.id)?.offers[blockIndex]?.[0]
    const outcomes = outcomesOf(person.id)
    return {
      person,
      key: keyOf(at),
      tier: offer?.tier ?? person.homeTier,
      level: offer?.kind === 'breath' ? null : (offer?.variation?.level ?? null),
      own: offer ? ownWords(offer) : '',
      rests: resting.has(person.id),
      asked: outcomes.every((outcome) => outcome.effort === null) && isAsked(person.id, offer?.movement),
      // What a device that is switched off now would lose is not ticked yet.
      marks: outcomes
        .map((outcome) => (meeting.isSafe(outcome) ? MARKS[outcome.done] : '…') + SIDE_MARKS[outcome.side])
        .join(' '),
      words: outcomes
        .map(
          (outcome) =>
            `${outcome.done}${outcome.side === 'both' ? '' : ` ${outcome.side}`}${meeting.isSafe(outcome) ? '' : ', not kept yet'}`,
        )
        .join(', '),
      isHurt: outcomes.some(
        (outcome) => outcome.done === 'stopped' || (outcome.pain ?? 0) >= catalogue.value.judgement.pain.eases,
      ),
    }
  }),
)
const SIDE_MARKS = { both: '', left: ' L', right: ' R' } as const
function keyOf(at: number): string {
  return people.length < 10 ? String(at + 1) : String(at + 1).padStart(2, '0')
}
const isAsked = (id: string, movement: string | null | undefined) =>
  meeting.opened.questions.some((one) => one.participant === id && one.movement === movement)
</script>

<template>
  <ul class="flex flex-wrap gap-1.5">
    <li v-for="row in rows" :key="row.person.id">
      <button
        class="flex items-center gap-2 rounded-full border-2 pl-2 pr-3 min-h-11 bg-raised"
        :class="[
          picked === row.person.id ? 'border-action bg-action-soft' : 'border-line',
          row.isHurt ? 'outline-2 outline-mark' : '',
        ]"
        :aria-pressed="picked === row.person.id"
        :data-person="row.person.id"
        @click="emit('pick', row.person.id)"
      >
        <kbd class="key">{{ row.key }}</kbd>
        <TierGlyph :tier="row.tier" :level="row.level" :size="30" />
        <span class="font-semibold text-[1.1rem]">{{ calledName(row.person.name) }}</span>
        <span v-if="row.own" class="text-[0.94rem] text-faint">{{ row.own }}</span>
        <span v-if="row.asked" class="bg-mark-soft rounded px-1.5 text-[0.94rem]" data-test="ask-mark">ask</span>
        <strong v-if="row.rests" class="text-[0.94rem] font-semibold">rests and breathes</strong>
        <span v-if="row.marks" class="text-action font-semibold"
          ><span aria-hidden="true">{{ row.marks }}</span
          ><span class="sr-only">{{ row.words }}</span></span
        >
      </button>
    </li>
  </ul>
</template>
