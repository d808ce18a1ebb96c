<script setup lang="ts">
import { format } from 'date-fns'
import type { ProposedDecision } from '~~/core/contract/reflection'
import { entryWords } from '~~/core/reflect/decisionWords'
import type { Answering } from '~/composables/useAnswering'
import { REFLECT_KEYS as KEYS } from '~/keys'
import { acceptWords, kindWords, stayWords } from '~/words/decisions'

/** The chosen decision: both bodies, what speaks for it in a sentence and a picture, and what can be done. */
const { decision, answering, isSettled, name, what, turn, became } = defineProps<{
  decision: ProposedDecision
  answering: Answering
  isSettled: boolean
  name: string
  /** The movement, and the side where it is of one. */
  what: string
  /** What moves, where it is no level; empty: a level, or nothing. */
  turn: string
  became: string
}>()
const reflection = useReflection()
const { catalogue } = storeToRefs(useCatalogue())
/** What it is for, where it serves a goal of theirs. */
const neededWords = useNeededFor(() => decision)
const behind = ref(false)
/** What the server said against an answer that was given without it: it is put again. */
const refusal = computed(() => reflection.refusalFor(decision))
const others = computed(() =>
  decision.others
    .map((other) => `${catalogue.value.schools.get(other.school)?.name} level ${other.toLevel}`)
    .join(', '),
)
</script>

<template>
  <div
    class="bg-action-soft border-l-[6px] border-action p-4 grid gap-x-6 gap-y-3 lg:grid-cols-[auto_minmax(0,1fr)_15.6rem] min-h-[226px]"
  >
    <div class="space-y-2">
      <h3 class="text-lg font-semibold flex items-center gap-2">
        <MarkGlyph v-if="decision.isHurt" mark="hurt" :size="22" label="hurt" />
        <span>{{ kindWords(decision) }}: {{ name }}</span>
      </h3>
      <div class="flex items-center gap-2">
        <template v-for="(rung, at) in answering.steps" :key="rung.id">
          <span v-if="at > 0" class="text-2xl" aria-hidden="true">→</span>
          <span class="grid place-items-center bg-raised rounded-xl p-1.5 w-[10.5rem] h-[9.6rem]"
            ><MovementFigure :variation="rung" :height="140" :side="decision.moves"
          /></span>
        </template>
      </div>
    </div>
    <div class="min-w-0 space-y-1.5">
      <p class="text-lg font-semibold">
        {{ what
        }}<template v-if="turn"
          >: <span data-test="turn">{{ turn }}</span></template
        >
      </p>
      <p>
        {{ decision.because
        }}<template v-if="decision.suggestClinician">
          {{ decision.leaveOut ? 'Left out until a lead has looked; s' : 'S' }}uggest that a clinician looks at it.
        </template>
      </p>
      <p v-if="neededWords" class="font-semibold" data-test="needed-for">{{ neededWords }}</p>
      <EvidencePicture v-if="!answering.changing" :recent="decision.recent" large />
      <p v-if="decision.earned && decision.earned.dial !== decision.turn?.dial && !isSettled" class="text-[0.94rem]">
        Earned as well, but the block’s clock does not give it: {{ decision.earned.words }}.
      </p>
      <p v-if="others" class="text-[0.94rem]" data-test="others">Another school would say: {{ others }}.</p>
      <p v-if="refusal" class="bg-stop-soft border-l-4 border-stop px-3 py-1" role="alert" data-test="put-again">
        {{ refusal }}
      </p>
      <p v-if="became" class="text-action" :data-test="isSettled ? 'settled' : 'answer-waits'">{{ became }}</p>
      <div v-if="answering.changing" class="flex flex-wrap gap-2 items-end">
        <label
          ><span class="label text-[0.94rem]">Next time</span
          ><select :value="answering.chosen" class="field w-72" @change="answering.choose(Number(textIn($event)))">
            <option v-for="(option, at) in answering.options" :key="option.words" :value="at">
              {{ option.words }}
            </option>
          </select></label
        >
        <label class="flex-1 min-w-48"
          ><span class="label text-[0.94rem]">Why{{ answering.needsReason ? '' : ' (if you like)' }}</span
          ><input
            :value="answering.reason"
            class="field"
            :class="answering.wrong ? 'field-wrong' : ''"
            maxlength="300"
            @input="answering.explain(textIn($event))"
        /></label>
      </div>
      <p v-if="answering.wrong" class="wrong" role="alert">{{ answering.wrong }}</p>
      <button class="underline min-h-8" :aria-expanded="behind" @click.stop="behind = !behind">
        The notes behind it
      </button>
      <ul v-if="behind" class="text-[0.94rem] border-l-4 border-line pl-3" data-test="behind">
        <li v-for="(entry, at) in decision.recent" :key="at">
          <NuxtLink :to="`/meetings/${entry.meetingId}/reflect`" class="underline">{{
            format(entry.date, 'd MMM')
          }}</NuxtLink>
          <template v-if="entry.side !== 'both'">, {{ entry.side }}</template
          >, level {{ entry.level }}: {{ entryWords(entry) }}<template v-if="entry.isGroup">, noted of all</template>
        </li>
      </ul>
    </div>
    <div class="flex flex-col items-stretch gap-1">
      <p class="flex items-center gap-2 leading-tight">
        <LevelStep :tier="decision.tier" :from="decision.fromLevel" :to="answering.toLevel" />
        <span>{{ answering.steps.at(-1)?.name }}</span>
      </p>
      <template v-if="answering.changing">
        <button class="button button-main" @click.stop="answering.decide">Decide</button>
        <button class="button button-quiet" @click.stop="answering.leave">Leave it</button>
      </template>
      <template v-else>
        <template v-if="!answering.isAnswered">
          <button class="button button-main min-h-[52px]" data-act="accept" @click.stop="answering.accept">
            {{ acceptWords(decision) }} <kbd class="key">Enter</kbd>
          </button>
          <button
            v-if="answering.mayRefuse"
            class="button button-quiet"
            data-act="refuse"
            @click.stop="answering.refuse"
          >
            {{ stayWords(decision) }} <kbd class="key">{{ KEYS.refuse.shown }}</kbd>
          </button>
        </template>
        <button class="button button-quiet" data-act="change" @click.stop="answering.change">
          Something else <kbd class="key">{{ KEYS.change.shown }}</kbd>
        </button>
        <div v-if="decision.isLowest && !isSettled" class="flex flex-col gap-1" data-test="instead">
          <button
            v-for="option in answering.instead"
            :key="option.words"
            class="button px-3"
            @click.stop="answering.answer(option)"
          >
            {{ option.words }}
          </button>
          <NuxtLink :to="`/people/${decision.participant}/letter`" class="underline self-center">A letter</NuxtLink>
        </div>
      </template>
    </div>
  </div>
</template>
