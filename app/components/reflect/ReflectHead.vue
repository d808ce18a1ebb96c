<script setup lang="ts">
import { counted } from '~~/core/sentence'
import type { ProposedDecision } from '~~/core/contract/reflection'
import { thoughtMinutes } from '~~/core/reflect/thought'
import { REFLECT_KEYS as KEYS } from '~/keys'

/** How much needs a thought, all that is plain in one press, and then what comes next. */
const { open, plain, unsent } = defineProps<{
  open: readonly ProposedDecision[]
  /** So many that nothing speaks against. */
  plain: number
  /** Answered without the server. */
  unsent: number
}>()
const emit = defineEmits<{ acceptAll: [] }>()
const meeting = useMeeting()
const reflection = useReflection()
const isStaying = (one: ProposedDecision) => one.kind === 'stay' || one.kind === 'too-early'
/** How long it takes to look at what needs a thought. */
const minutes = computed(() => thoughtMinutes(open))
const thoughts = computed(() => open.filter((one) => !isStaying(one)).length)
const thoughtWords = computed(() => {
  if (thoughts.value === 0) return 'Nothing needs a thought'
  return thoughts.value === 1 ? 'One needs a thought' : `${thoughts.value} need a thought`
})
</script>

<template>
  <div class="flex flex-wrap items-center gap-3">
    <h2 v-if="open.length > 0" class="text-2xl">{{ thoughtWords }}</h2>
    <p class="flex-1 min-w-60 text-faint" aria-live="polite" data-test="open-count">
      {{
        open.length === 0
          ? unsent > 0
            ? `Everything is answered; ${unsent} of it ${unsent === 1 ? 'waits' : 'wait'} for the server.`
            : 'Everything is decided: these are next week’s levels.'
          : `${open.length} of ${reflection.decisions.length} not decided yet, about ${counted(minutes, 'minute')}.`
      }}<template v-if="open.length > plain">
        {{ open.length - plain }} contested: decide {{ open.length - plain === 1 ? 'it' : 'them' }} one by
        one.</template
      >
    </p>
    <template v-if="open.length > 0">
      <button v-if="plain > 0" class="button button-main" :title="KEYS.all.shown" @click="emit('acceptAll')">
        Accept all {{ plain }}
      </button>
      <button class="button button-waiting" disabled>Prepare next week</button>
    </template>
    <Suspense v-else-if="unsent === 0"><NextWeek :circle-id="meeting.opened.circle.id" /></Suspense>
  </div>
</template>
