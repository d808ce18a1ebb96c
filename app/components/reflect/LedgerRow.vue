<script setup lang="ts">
import { format } from 'date-fns'
import { factChangeWords } from '~~/core/offer/factChanges'
import { capital } from '~~/core/sentence'
import type { LedgerEntry } from '~~/core/contract/ledger'

/** One line of the ledger: when, what changed, on which evidence, who decided. */
const { entry } = defineProps<{ entry: LedgerEntry }>()
const { catalogue } = storeToRefs(useCatalogue())
const SAID: Record<LedgerEntry['answer'], string> = {
  accepted: 'Accepted by',
  changed: 'Changed by',
  refused: 'Refused by',
  'by-hand': 'Set by',
  'walked-back': 'Taken back by',
}
const BY: Record<LedgerEntry['by'], string> = {
  rule: 'By a rule that eases at once.',
  belief: 'By what was within reach.',
  counting: 'By counting meetings.',
  '': '',
}
const side = computed(() => (entry.moves === 'both' ? '' : `, ${entry.moves} side`))
const factWords = computed(() =>
  factChangeWords(
    entry.before?.considerations ?? [],
    entry.after ?? [],
    (id) => catalogue.value.considerations.get(id)?.name ?? id,
  ),
)
const what = computed(() => {
  if (entry.kind === 'tier' || entry.kind === 'flare') return capital(entry.words)
  if (entry.kind === 'facts') return `Health facts. ${factWords.value}`
  const name = catalogue.value.movements.get(entry.movement)?.name ?? entry.movement
  if (entry.words !== '')
    return `${name}: ${entry.words}${entry.words === 'placed' ? ` at level ${entry.toLevel}` : ''}`
  if (entry.fromLevel === entry.toLevel) return `${name}: stays at level ${entry.toLevel}`
  return `${name}${side.value}: level ${entry.fromLevel} → ${entry.toLevel}`
})
const isOfLevel = computed(() => entry.kind === 'level' || entry.kind === 'dial')
const others = computed(() => (entry.kind === 'level' && !entry.isUndone ? entry.others : []))
</script>

<template>
  <li class="py-2 flex gap-4 items-start" :data-entry="entry.id">
    <span class="w-28 shrink-0 text-faint numerals">{{ format(entry.decidedAt, 'd MMM yyyy') }}</span>
    <TierGlyph :tier="entry.tier" :level="isOfLevel ? entry.toLevel : null" :size="30" />
    <span class="flex-1 min-w-0" :class="entry.isUndone || entry.isReplaced ? 'line-through decoration-1' : ''"
      >{{ what }}.{{ entry.isReplaced ? ' Another answer stands in place of this one.' : '' }}
      <span class="text-faint"
        >{{ entry.because }} {{ BY[entry.by] }} {{ SAID[entry.answer] }} {{ entry.decidedBy
        }}{{ entry.reason ? `: ${entry.reason}` : '.' }}</span
      ><span v-if="others.length > 0" class="block text-[0.88rem] text-faint" data-test="others"
        >Another school would have said:
        {{
          others.map((other) => `${catalogue.schools.get(other.school)?.name} level ${other.toLevel}`).join(', ')
        }}.</span
      ></span
    >
    <EvidencePicture v-if="entry.evidence.length > 0" :recent="entry.evidence" />
    <slot />
  </li>
</template>
