<script setup lang="ts">
import { ownWords } from '~~/core/offer/ownDoseWords'
import type { OutcomeEvent } from '~~/core/lead/outcome'
import type { Participant } from '~~/core/offer/participant'
import { calledName } from '~/words/tiers'

/** Everybody in the class as a touch target with the key that picks them, and what was logged for this block. */
const { people, picked, blockIndex, resting, outcomesOf, isSmall } = defineProps<{
  people: Participant[]
  /** Whose own dose is done while the block goes on. */
  resting: ReadonlySet<string>
  picked: string | null
  /** On a phone: four in a row, no keys. */
  isSmall: boolean
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
            [outcome.done, ...(outcome.side === 'both' ? [] : [outcome.side])].join(' ') +
            (meeting.isSafe(outcome) ? '' : ', not kept yet'),
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
/** So many stand six in a row; more, ten in a row and lower. */
const WIDE_AT_MOST = 20
const isMany = computed(() => people.length > WIDE_AT_MOST)
const columns = computed(() =>
  isMany.value ? 'grid-cols-4 sm:grid-cols-6 lg:grid-cols-10' : 'grid-cols-3 sm:grid-cols-4 lg:grid-cols-6',
)
</script>

<template>
  <ul class="grid gap-1.5" :class="isSmall ? 'grid-cols-4' : columns" data-test="people">
    <li v-for="row in rows" :key="row.person.id" class="min-w-0">
      <button
        class="relative w-full flex items-center rounded-[10px] border-2 bg-raised"
        :class="[
          isMany || isSmall ? 'min-h-[2.875rem] gap-1 px-1.5' : 'min-h-[3.25rem] gap-2 px-2',
          picked === row.person.id ? 'border-action bg-action-soft' : 'border-line',
          row.isHurt ? 'outline-2 outline-mark' : '',
        ]"
        :aria-pressed="picked === row.person.id"
        :data-person="row.person.id"
        @click="emit('pick', row.person.id)"
      >
        <kbd v-if="!isSmall" class="shrink-0" :class="isMany ? 'numerals text-[0.8rem] text-faint' : 'key'">{{
          row.key
        }}</kbd>
        <TierGlyph :tier="row.tier" :level="row.level" :size="isMany || isSmall ? 22 : 30" class="shrink-0" />
        <!-- What is their own stands below the name, so that neither cuts the other off. -->
        <span class="min-w-0 grid text-left leading-tight">
          <span
            class="font-semibold truncate"
            :class="isSmall ? 'text-[0.9rem]' : isMany ? 'text-[1rem]' : 'text-[1.1rem]'"
            >{{ calledName(row.person.name) }}</span
          >
          <span v-if="row.own && !isMany && !isSmall && !row.rests" class="text-[0.88rem] text-faint truncate">{{
            row.own
          }}</span>
          <strong
            v-if="row.rests"
            class="text-[0.88rem] font-semibold truncate"
            :class="isMany || isSmall ? 'sr-only' : ''"
            >rests and breathes</strong
          >
        </span>
        <span
          v-if="row.asked"
          class="bg-mark-soft rounded px-1.5 text-[0.88rem]"
          :class="isMany || isSmall ? 'absolute -top-1.5 left-1' : 'ml-auto'"
          data-test="ask-mark"
          >ask</span
        >
        <span
          v-if="row.marks"
          class="text-action font-semibold whitespace-nowrap"
          :class="
            isMany || isSmall
              ? 'absolute -top-2 right-0.5 bg-raised border border-line rounded px-0.5 text-[0.88rem]'
              : row.asked
                ? ''
                : 'ml-auto'
          "
          ><span aria-hidden="true">{{ row.marks }}</span
          ><span class="sr-only">{{ row.words }}</span></span
        >
      </button>
    </li>
  </ul>
</template>
