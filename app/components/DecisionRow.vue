<script setup lang="ts">
import { z } from 'zod'
import type { DecisionKind } from '~~/core/reflect/decide'
import type { ProposedDecision, Settled } from '~/stores/reflection'
import { refusalOf } from '~/composables/useRefusal'

/** One proposed decision with its evidence in a sentence; accepted at a touch, or changed. */
const { decision, settled = null, selected } = defineProps<{ decision: ProposedDecision; settled?: Settled | null; selected: boolean }>()
const emit = defineEmits<{ select: [] }>()
const reflection = useReflection()
const { catalogue } = storeToRefs(useCatalogue())

const WORDS: Record<DecisionKind, string> = { 'step-up': 'Step up', stay: 'Stay', ease: 'Ease', 'ease-now': 'Ease now', ask: 'Ask next time', 'too-early': 'Too early' }
const rungs = computed(() => catalogue.value.movements.get(decision.movement)?.ladders[decision.tier] ?? [])
const changing = ref(false)
const toLevel = ref(settled?.toLevel ?? decision.toLevel)
const reason = ref(settled?.reason ?? '')
const wrong = ref('')
const needsReason = computed(() => z.enum(['ease', 'ease-now']).safeParse(decision.kind).success && toLevel.value >= decision.fromLevel)

async function answer(level: number): Promise<void> {
  wrong.value = ''
  try {
    await reflection.answer([{ decision, toLevel: level, reason: reason.value }])
    changing.value = false
  } catch (error) {
    const refused = refusalOf(error)
    wrong.value = refused.fields['answers.0.reason'] ?? refused.message
  }
}
defineExpose({ accept: () => answer(decision.toLevel), change: () => (changing.value = true) })
</script>

<template>
  <li class="grid grid-cols-[4.5rem_minmax(0,1fr)_auto] gap-x-4 items-center py-2 px-2 rounded-lg" :class="selected ? 'bg-action-soft' : ''" :data-decision="`${decision.participant} ${decision.movement}`" @click="emit('select')">
    <span class="flex items-center gap-0.5"><TierGlyph :tier="decision.tier" :level="decision.fromLevel" :size="30" /><template v-if="(settled?.toLevel ?? decision.toLevel) !== decision.fromLevel"><span aria-hidden="true">→</span><TierGlyph :tier="decision.tier" :level="settled?.toLevel ?? decision.toLevel" :size="30" /></template></span>
    <div class="min-w-0">
      <p><strong class="font-semibold">{{ catalogue.movements.get(decision.movement)?.name }}</strong> <span class="rounded px-1.5" :class="decision.kind === 'step-up' ? 'bg-action-soft' : decision.kind.startsWith('ease') ? 'bg-mark-soft' : 'text-faint'">{{ WORDS[decision.kind] }}</span></p>
      <p class="text-[0.94rem] text-faint">{{ decision.because }}<template v-if="decision.suggestClinician"> Suggest that a clinician looks at it.</template></p>
      <p v-if="decision.others.length > 0" class="text-[0.88rem] text-faint" data-test="others">Another school would say: {{ decision.others.map((other) => `${catalogue.schools.get(other.school)?.name} level ${other.toLevel}`).join(', ') }}.</p>
      <p v-if="settled" class="text-[0.88rem] text-action">{{ settled.answer === 'accepted' ? 'Accepted' : `Changed to level ${settled.toLevel}` }} by {{ settled.decidedBy }}<template v-if="settled.reason">: {{ settled.reason }}</template></p>
      <div v-if="changing" class="mt-2 flex flex-wrap gap-2 items-end">
        <label><span class="label text-[0.88rem]">Level next time</span><select v-model="toLevel" class="field w-64"><option v-for="rung in rungs" :key="rung.id" :value="rung.level">{{ rung.level }} · {{ rung.name }}</option></select></label>
        <label class="flex-1 min-w-48"><span class="label text-[0.88rem]">Why{{ needsReason ? '' : ' (if you like)' }}</span><input v-model="reason" class="field" :class="wrong ? 'field-wrong' : ''" maxlength="300" ></label>
        <button class="button button-main" @click.stop="answer(toLevel)">Decide</button>
        <button class="button button-quiet" @click.stop="changing = false">Leave it</button>
      </div>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </div>
    <div v-if="!changing" class="flex gap-1">
      <button v-if="!settled" class="button" title="Enter" @click.stop="answer(decision.toLevel)">Accept</button>
      <button class="button button-quiet" title="C" @click.stop="changing = true">Change</button>
    </div>
  </li>
</template>
