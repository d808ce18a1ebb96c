<script setup lang="ts">
import { LEAD_KEYS as KEYS } from '~/keys'
import type { OutcomeEvent } from '~~/core/lead/outcome'
import type { OutcomeDetail } from '~~/core/lead/detail'

/**
 * What is asked of somebody once something was noted: why they stopped, how much, what kind of pain, how it slipped.
 */
const { outcomes, name, asking, asked } = defineProps<{
  outcomes: OutcomeEvent[]
  name: string
  asking: 'pain' | 'effort' | null
  /** Effort or form was not noted last time. */ asked: boolean
  /** How bodies cheat in what is done, from the catalogue. */ cheats: string[]
}>()
const emit = defineEmits<{ detail: [detail: OutcomeDetail] }>()
/** Why somebody stopped: without a word it counts as too much. */
const WHYS = { pain: 'it hurt', effort: 'too much', dizzy: 'dizzy', interrupted: 'called away' } as const
const KINDS = ['none', 'pull', 'pinch', 'sharp'] as const
const PLACES = ['neck', 'shoulder', 'back', 'hip', 'knee', 'ankle'] as const

const first = computed(() => outcomes[0])
const advice = computed(() => {
  if (first.value?.painKind === 'sharp') return 'Sharp pain: stop at once. With a red flag open “Stop, emergency”.'
  if (first.value?.painKind === 'pinch') return 'A pinch: change the position.'
  return ''
})
</script>

<template>
  <div class="space-y-1 empty:hidden" data-test="log-asked">
    <div v-if="first?.done === 'stopped'" class="flex flex-wrap items-center gap-1" data-test="why-stopped">
      <span class="mr-1">Why?</span>
      <button
        v-for="(words, why) in WHYS"
        :key="why"
        class="button px-3"
        :class="first?.why === why ? 'button-on' : ''"
        :aria-pressed="first?.why === why"
        @click="emit('detail', { why })"
      >
        {{ words }}
      </button>
      <span v-if="first.why === null" class="text-faint text-[0.94rem]">Without a word it is eased next time.</span>
    </div>
    <p v-if="asked" class="bg-mark-soft rounded px-2 w-fit" data-test="asked">
      Ask {{ name }} this time: how hard was it, 0 to 10, and was it clean?
    </p>
    <div v-if="asking" class="flex flex-wrap items-center gap-1" role="group" :aria-label="`${asking}, 0 to 10`">
      <span class="mr-1"
        >{{ asking === 'pain' ? 'Pain' : 'Effort' }}, a number key, <kbd class="key">{{ KEYS.ten.shown }}</kbd> for
        ten:</span
      >
      <button
        v-for="points in 11"
        :key="points"
        class="button numerals min-w-11 px-2"
        :class="first?.[asking] === points - 1 ? 'button-on' : ''"
        @click="emit('detail', { [asking]: points - 1 })"
      >
        {{ points - 1 }}
      </button>
    </div>
    <div v-if="(first?.pain ?? 0) > 0" class="flex flex-wrap items-center gap-1">
      <span class="mr-1">What kind, and where?</span>
      <button
        v-for="kind in KINDS"
        :key="kind"
        class="button px-3"
        :class="first?.painKind === kind ? 'button-on' : ''"
        :aria-pressed="first?.painKind === kind"
        @click="emit('detail', { painKind: kind })"
      >
        {{ kind === 'pull' ? 'a pull that eases' : kind }}
      </button>
      <span class="mx-1" aria-hidden="true">·</span>
      <button
        v-for="place in PLACES"
        :key="place"
        class="button px-3"
        :class="first?.painWhere === place ? 'button-on' : ''"
        :aria-pressed="first?.painWhere === place"
        @click="emit('detail', { painWhere: place })"
      >
        {{ place }}
      </button>
    </div>
    <div v-if="first?.form === 'slipped' && cheats.length > 0" class="flex flex-wrap items-center gap-1">
      <span class="mr-1">How?</span
      ><button
        v-for="cheat in cheats"
        :key="cheat"
        class="button px-3 whitespace-normal text-left"
        :class="first?.cheat === cheat ? 'button-on' : ''"
        :aria-pressed="first?.cheat === cheat"
        @click="emit('detail', { cheat })"
      >
        {{ cheat }}
      </button>
    </div>
    <p v-if="advice" class="text-stop font-semibold" role="alert">{{ advice }}</p>
  </div>
</template>
