<script setup lang="ts">
import { format } from 'date-fns'
import { refusalOf } from '~/composables/useRefusal'

/** How many places a circle has, and who waits for one. */
const { circleId } = defineProps<{ circleId: string }>()
const dates = useDates()
const practice = usePractice()
const places = computed(() => dates.known.places.find((one) => one.circleId === circleId))
const free = computed(() => (places.value ? places.value.places - places.value.taken : 0))
const waiting = computed(() => dates.known.waiting.filter((one) => one.circleId === circleId))
const members = computed(() => practice.circles.find((one) => one.id === circleId)?.members ?? [])
const others = computed(() =>
  practice.people.filter(
    (person) => !members.value.includes(person.id) && !waiting.value.some((one) => one.participant === person.id),
  ),
)
const chosen = ref('')
const note = ref('')
const problem = ref('')
async function does(participant: string, what: 'wait' | 'place' | 'stop'): Promise<void> {
  problem.value = ''
  try {
    await dates.waiting(circleId, participant, what, what === 'wait' ? note.value : '')
    chosen.value = note.value = ''
    await practice.open()
  } catch (error) {
    problem.value = refusalOf(error).message
  }
}
</script>

<template>
  <div class="space-y-3">
    <p v-if="places" data-test="places">
      {{ places.taken }} of {{ places.places }} places in the room are taken{{
        free > 0 ? `: ${free} free` : free === 0 ? ': full' : `: ${-free} too many`
      }}.
      <span class="text-faint"
        >The room holds {{ places.byRoom }}, the hands that help {{ places.byHands }} (eight people each, ours; ask your
        venue and insurer){{ places.byChairs === null ? '' : `, the chairs ${places.byChairs}` }}.</span
      >
    </p>
    <ol v-if="waiting.length > 0" class="divide-y divide-line" data-test="waiting">
      <li v-for="one in waiting" :key="one.participant" class="flex flex-wrap gap-4 items-center py-1">
        <strong class="font-semibold">{{ one.name }}</strong><span class="flex-1 text-faint"
          >since {{ format(one.since, 'd MMM yyyy') }}{{ one.note ? `: ${one.note}` : '' }}</span
        ><button class="button" :class="free > 0 ? 'button-main' : ''" @click="does(one.participant, 'place')">
          Give a place</button
        ><button class="button button-quiet" @click="does(one.participant, 'stop')">No longer waits</button>
      </li>
    </ol>
    <p v-else class="text-faint">Nobody waits.</p>
    <form
      v-if="others.length > 0"
      class="flex flex-wrap gap-4 items-end"
      @submit.prevent="chosen && does(chosen, 'wait')"
    >
      <label
        ><span class="label text-[0.94rem]">Who waits</span
        ><select v-model="chosen" class="field w-60">
          <option value="">Choose</option>
          <option v-for="person in others" :key="person.id" :value="person.id">{{ person.name }}</option>
        </select></label
      ><label
        ><span class="label text-[0.94rem]">Note</span
        ><input v-model="note" class="field w-60" maxlength="300" /></label
      ><button class="button" :disabled="chosen === ''">Put on the list</button>
    </form>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </div>
</template>
