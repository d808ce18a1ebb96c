<script setup lang="ts">
import { format, parseISO } from 'date-fns'
import type { readHome } from '~~/core/contract/homePractice'
import type { ReplyOf } from '~~/core/contract/route'
import { joined } from '~~/core/sentence'

/** What they told in numbers and words, the newest first; what hurt is marked. */
const { known } = defineProps<{ known: Pick<ReplyOf<typeof readHome>, 'done' | 'after'> }>()
const { catalogue } = storeToRefs(useCatalogue())
const nameOf = (movement: string) => catalogue.value.movements.get(movement)?.name ?? movement
const FACES = { easy: 'easy', right: 'just right', hard: 'hard' } as const
const AFTER = { better: 'better', same: 'as usual', worse: 'worse' } as const
type Done = (typeof known)['done'][number]
const hurts = ({ stopped, sharp, pain }: Done) => stopped || sharp || (pain ?? 0) > 0
const wordsOf = ({ stopped, face, effort, pain, sharp, word }: Done) =>
  joined([
    stopped ? 'stopped' : FACES[face],
    effort !== null && `effort ${effort}`,
    pain !== null && `pain ${pain}`,
    sharp && 'sharp',
    word && `“${word}”`,
  ])
/** The last ones say enough. */
const SHOWN = 12
const told = computed(() => known.done.slice(0, SHOWN))
const dayOf = (at: string) => format(parseISO(at), 'EEE d MMM, HH:mm')
</script>

<template>
  <div v-if="told.length > 0 || known.after.length > 0" class="space-y-2" data-test="told">
    <h3 class="font-semibold">In their words</h3>
    <p v-if="known.after.length > 0">
      The day after:
      <span v-for="{ day, answer } in known.after" :key="day" class="mr-3"
        >{{ format(parseISO(day), 'd MMM') }} {{ AFTER[answer] }}</span
      >
    </p>
    <ul class="divide-y divide-line">
      <li v-for="one in told" :key="`${one.movement} ${one.at}`" class="py-1 flex flex-wrap gap-x-4">
        <span class="w-40 text-faint">{{ dayOf(one.at) }}</span><strong class="font-semibold">{{
          nameOf(one.movement)
        }}</strong
        ><span :class="hurts(one) ? 'text-stop' : ''">{{ wordsOf(one) }}</span>
      </li>
    </ul>
  </div>
</template>
