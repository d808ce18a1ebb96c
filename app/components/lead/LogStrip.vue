<script setup lang="ts">
import { joined } from '~~/core/sentence'
import { evennessWords } from '~~/core/measure/evenness'
import type { OutcomeEvent } from '~~/core/lead/outcome'
import type { OutcomeDetail } from '~~/core/lead/detail'

/** What was just noted of a person, in a few words; the same again takes a detail back. */
const { outcomes, name } = defineProps<{ outcomes: OutcomeEvent[]; name: string }>()
const emit = defineEmits<{ detail: [detail: OutcomeDetail] }>()
const WORDS: Record<OutcomeEvent['done'], string> = {
  noted: 'noted',
  done: 'done',
  partly: 'partly',
  eased: 'eased',
  more: 'did more',
  stopped: 'stopped',
  'not-done': 'not done',
}
const first = computed(() => outcomes[0])
const sentence = computed(() =>
  outcomes
    .map((outcome) => {
      const side = outcome.side === 'both' ? '' : `${outcome.side} `
      const amount =
        outcome.achieved === null ? '' : `, ${outcome.achieved} of ${outcome.target} ${outcome.unit === 's' ? 's' : ''}`
      const cheat = outcome.cheat.toLowerCase().replace(/\.$/, '')
      return joined([
        `${side}${WORDS[outcome.done]}${amount}`.trim(),
        outcome.feel,
        outcome.isGroup && 'noted of all',
        outcome.support === 'hand' && 'with a hand',
        outcome.evenness && evennessWords(outcome.evenness),
        cheat,
      ])
    })
    .join('; '),
)
</script>

<template>
  <span class="contents" data-test="log-strip">
    <span class="bg-mark-soft rounded px-2 py-0.5" role="status"
      ><span class="sr-only">{{ name }}: </span>{{ sentence }}</span
    >
    <input
      class="field w-44 min-h-9 py-0"
      :value="first?.note ?? ''"
      maxlength="500"
      placeholder="A note"
      :aria-label="`A note for ${name}`"
      @change="emit('detail', { note: textIn($event) })"
    />
  </span>
</template>
