<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { capital } from '~~/core/sentence'
import { REFLECT_KEYS as KEYS } from '~/keys'
import type { LedgerEntry } from '~~/core/contract/ledger'
import type { ProposedDecision } from '~~/core/contract/reflection'
import { answerTo, Instead, INSTEAD_WORDS, type Choice } from '~~/core/reflect/answer'
import { format } from 'date-fns'
import { entryWords } from '~~/core/reflect/decisionWords'
import { isEasing } from '~~/core/reflect/decide'
import { refusalOf } from '~/composables/useRefusal'

/** One proposed decision with its evidence in a sentence and a picture; accepted at a touch, changed or refused. */
const {
  decision,
  settled = null,
  selected,
  name,
} = defineProps<{ decision: ProposedDecision; settled?: LedgerEntry | null; selected: boolean; name: string }>()
const emit = defineEmits<{ select: [] }>()
const reflection = useReflection()
const { catalogue } = storeToRefs(useCatalogue())

const rungs = computed(() => catalogue.value.movements.get(decision.movement)?.ladders[decision.tier] ?? [])
/** What it is about, as bodies do it: where they are, and where they would go. */
const steps = computed(() => {
  const levels = new Set([decision.fromLevel, settled?.toLevel ?? decision.toLevel])
  return [...levels].flatMap((level) => rungs.value.find((rung) => rung.level === level) ?? [])
})
interface Option extends Choice {
  words: string
}
/** What can be done where it hurts and no rung is lower. */
const INSTEAD = computed((): Option[] =>
  decision.isLowest
    ? Instead.options.flatMap((instead) =>
        instead === 'half-dose' && decision.half === null
          ? []
          : [{ words: capital(INSTEAD_WORDS[instead]), toLevel: decision.fromLevel, dial: null, instead }],
      )
    : [],
)
/** Staying, the dials that are earned, and every other level. */
const options = computed((): Option[] => [
  { words: 'Stay as it is', toLevel: decision.fromLevel, dial: null },
  ...INSTEAD.value,
  ...[decision.turn, decision.earned].flatMap((turn, at, all) =>
    turn && (at === 0 || all[0]?.dial !== turn.dial)
      ? [{ words: turn.words, toLevel: decision.fromLevel, dial: turn.dial }]
      : [],
  ),
  ...rungs.value
    .filter((rung) => rung.level !== decision.fromLevel)
    .map((rung) => ({ words: `Level ${rung.level} · ${rung.name}`, toLevel: rung.level, dial: null })),
])
const behind = ref(false)
const changing = ref(false)
const chosen = ref(0)
const reason = ref(settled?.reason ?? '')
const wrong = ref('')
const needsReason = computed(() => answerTo(decision, entryAt(options.value, chosen.value))?.needsReason === true)

async function answer({ toLevel, dial, instead = null }: Choice): Promise<void> {
  wrong.value = ''
  try {
    await reflection.answer([{ decision, toLevel, dial, instead, reason: reason.value }])
    changing.value = false
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields['answers.0.reason'] ?? refused.message
  }
}
function change(): void {
  chosen.value = Math.max(
    0,
    options.value.findIndex(
      (option) =>
        option.toLevel === (settled?.toLevel ?? decision.toLevel) && option.dial === (decision.turn?.dial ?? null),
    ),
  )
  changing.value = true
}
/** An ease is refused with a reason, anything else at once. */
async function refuse(): Promise<void> {
  if (!isEasing(decision.kind)) return answer(entryAt(options.value, 0))
  chosen.value = 0
  changing.value = true
}
const accept = () => answer({ toLevel: decision.toLevel, dial: decision.turn?.dial ?? null })
defineExpose({ accept, change, refuse })
/** Answered without the server, and not sent yet. */
const waits = computed(() => reflection.waitingOf(decision))
const waitsWords = computed(() => {
  if (!waits.value) return ''
  const { toLevel, dial } = waits.value
  const turn = [decision.turn, decision.earned].find((one) => one?.dial === dial)
  return turn?.words ?? (toLevel === decision.fromLevel ? 'stays as it is' : `level ${toLevel}`)
})
/** What the server said against an answer that was given without it: it is put again. */
const refusal = computed(() => reflection.refusalFor(decision))
const SAID: Record<LedgerEntry['answer'], string> = {
  'by-hand': 'By hand',
  'walked-back': 'Taken back',
  accepted: 'Accepted',
  changed: 'Changed',
  refused: isEasing(decision.kind) ? 'Refused to ease' : 'Stays as it is',
}
</script>

<template>
  <li
    class="grid grid-cols-[4.5rem_minmax(0,1fr)_auto] gap-x-4 items-center py-2 px-2 rounded-lg"
    :class="selected ? 'bg-action-soft' : ''"
    :data-decision="`${decision.participant} ${decision.movement}`"
    @click="emit('select')"
  >
    <span class="flex items-center gap-0.5"
      ><TierGlyph :tier="decision.tier" :level="decision.fromLevel" :size="30" /><template
        v-if="(settled?.toLevel ?? decision.toLevel) !== decision.fromLevel"
        ><span aria-hidden="true">→</span
        ><TierGlyph :tier="decision.tier" :level="settled?.toLevel ?? decision.toLevel" :size="30" /></template
    ></span>
    <div class="min-w-0 flex gap-4 items-center">
      <div class="min-w-0 flex-1">
        <p>
          <strong class="font-semibold">{{ name }}</strong>,
          {{ decision.moves === 'both' ? '' : `${decision.moves} side, `
          }}{{ catalogue.movements.get(decision.movement)?.name.toLowerCase()
          }}<template v-if="settled ? settled.words : decision.turn"
            >:
            <strong class="font-semibold" data-test="turn">{{
              settled ? settled.words : decision.turn!.words
            }}</strong></template
          ><template v-else-if="(settled?.toLevel ?? decision.toLevel) !== decision.fromLevel"
            >:
            <strong class="font-semibold"
              >level {{ decision.fromLevel }} → {{ settled?.toLevel ?? decision.toLevel }}</strong
            ></template
          >
        </p>
        <p class="text-[0.94rem] text-faint">
          {{ decision.because
          }}<template v-if="decision.suggestClinician">
            {{ decision.leaveOut ? 'Left out until a lead has looked; s' : 'S' }}uggest that a clinician looks at
            it.</template
          >
          <button class="underline min-h-8 ml-1.5" :aria-expanded="behind" @click.stop="behind = !behind">
            The notes behind it
          </button>
        </p>
        <p
          v-if="decision.earned && decision.earned.dial !== decision.turn?.dial && !settled"
          class="text-[0.88rem] text-faint"
        >
          Earned as well, but the block’s clock does not give it: {{ decision.earned.words }}.
        </p>
        <p v-if="decision.others.length > 0" class="text-[0.88rem] text-faint" data-test="others">
          Another school would say:
          {{
            decision.others
              .map((other) => `${catalogue.schools.get(other.school)?.name} level ${other.toLevel}`)
              .join(', ')
          }}.
        </p>
        <p v-if="refusal" class="bg-stop-soft border-l-4 border-stop px-3 py-1" role="alert" data-test="put-again">
          {{ refusal }}
        </p>
        <p v-if="waits" class="text-[0.88rem] text-action" data-test="answer-waits">
          Answered: {{ waitsWords }}. Kept in this browser until the server has it.
        </p>
        <p v-if="settled" class="text-[0.88rem] text-action">
          {{ SAID[settled.answer] }} by {{ settled.decidedBy
          }}<template v-if="settled.reason">: {{ settled.reason }}</template>
        </p>
        <div v-if="changing" class="mt-2 flex flex-wrap gap-2 items-end">
          <label
            ><span class="label text-[0.88rem]">Next time</span
            ><select v-model="chosen" class="field w-72">
              <option v-for="(option, at) in options" :key="option.words" :value="at">{{ option.words }}</option>
            </select></label
          >
          <label class="flex-1 min-w-48"
            ><span class="label text-[0.88rem]">Why{{ needsReason ? '' : ' (if you like)' }}</span
            ><input v-model="reason" class="field" :class="wrong ? 'field-wrong' : ''" maxlength="300"
          /></label>
          <button class="button button-main" @click.stop="answer(entryAt(options, chosen))">Decide</button>
          <button class="button button-quiet" @click.stop="changing = false">Leave it</button>
        </div>
        <div v-if="decision.isLowest && !settled && !changing" class="mt-1 flex flex-wrap gap-2" data-test="instead">
          <button v-for="option in INSTEAD" :key="option.words" class="button px-3" @click.stop="answer(option)">
            {{ option.words }}
          </button>
          <NuxtLink :to="`/people/${decision.participant}/letter`" class="underline self-center">A letter</NuxtLink>
        </div>
        <ul v-if="behind" class="mt-1 text-[0.94rem] border-l-4 border-line pl-3" data-test="behind">
          <li v-for="(entry, at) in decision.recent" :key="at">
            <NuxtLink :to="`/meetings/${entry.meetingId}/reflect`" class="underline">{{
              format(entry.date, 'd MMM')
            }}</NuxtLink>
            <template v-if="entry.side !== 'both'">, {{ entry.side }}</template
            >, level {{ entry.level }}: {{ entryWords(entry) }}<template v-if="entry.isGroup">, noted of all</template>
          </li>
        </ul>
        <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
      </div>
      <EvidencePicture v-if="!changing" :recent="decision.recent" />
    </div>
    <div
      v-if="selected && steps.length > 0"
      class="col-span-3 col-start-1 order-last flex flex-wrap gap-4 items-center pt-1"
    >
      <template v-for="(rung, at) in steps" :key="rung.id">
        <span v-if="at > 0" class="text-2xl" aria-hidden="true">→</span>
        <span class="flex flex-col items-center bg-raised rounded-xl p-1.5 w-40 text-center leading-tight"
          ><MovementFigure :variation="rung" :height="104" label="" /><span class="text-[0.94rem]">{{
            rung.name
          }}</span></span
        >
      </template>
    </div>
    <div v-if="!changing" class="flex gap-1 w-64">
      <button v-if="!settled && !waits" class="button" title="Enter" @click.stop="accept">Accept</button>
      <button class="button button-quiet" :title="KEYS.change.shown" @click.stop="change">Change</button>
      <button
        v-if="!settled && decision.kind !== 'stay' && decision.kind !== 'too-early' && decision.kind !== 'ask'"
        class="button button-quiet"
        :title="KEYS.refuse.shown"
        @click.stop="refuse"
      >
        Refuse
      </button>
    </div>
  </li>
</template>
