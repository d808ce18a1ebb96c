<script setup lang="ts">
import { gentler, shortened } from '~~/core/lead/shorten'
import type { Tier } from '~~/core/catalogue/words'
import type { Movement } from '~~/core/catalogue/catalogue'
import { isOpenFrom, swapEdits, withChanged, withTwins } from '~~/core/plan/chainEdits'
import { edited } from '~~/core/plan/edits'
import type { Plan } from '~~/core/plan/plan'
import type { LedClass } from '~/composables/useClass'
import { clockWords } from '~/words/clock'

/** Changing course in the class: late, a block less, a block gentler, another block. Shown before it is taken. */
const { led } = defineProps<{ led: LedClass }>()
const emit = defineEmits<{ done: [] }>()
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const lateMinutes = ref(5)
const target = ref('')
const other = ref('')
const plan = computed(() => meeting.planned)
const from = computed(() => Math.max(0, led.blockIndex.value + 1))
/** Where one side of a chain was done, the other is done alike. */
const ahead = computed(() =>
  plan.value.blocks.filter(({ id, onSide }) => onSide !== 'second' && isOpenFrom(plan.value.blocks, from.value, id)),
)
const nameOf = (movement: string) => catalogue.value.movements.get(movement)?.name ?? movement
const before = computed(() => led.timed(plan.value).seconds)

const late = computed(() =>
  shortened(plan.value, {
    from: from.value,
    wantedSeconds: lateMinutes.value * 60,
    secondsOf: (of) => led.timed(of).seconds,
    catalogue: catalogue.value,
  }),
)
const block = computed(() => ahead.value.find((one) => one.id === target.value))
/** What each wish makes of the plan. */
const changed = computed((): { words: string; plan: Plan }[] => {
  const one = block.value
  if (!one) return []
  const at = plan.value.blocks.indexOf(one)
  const highest: Partial<Record<Tier, number>> = {}
  for (const rider of meeting.ridersPresent)
    for (const offer of rider.offers[at] ?? [])
      if (offer.variation) highest[rider.tier] = Math.max(highest[rider.tier] ?? 1, offer.variation.level)
  const replaced = (blocks: Plan['blocks']): Plan => ({ ...plan.value, blocks })
  const swap = catalogue.value.movements.get(other.value)
  return [
    {
      words: `Leave out ${nameOf(one.movement)}`,
      plan: replaced(withChanged(plan.value.blocks, one.id, () => null)),
    },
    ...(one.rounds > 1
      ? [
          {
            words: `A round less of ${nameOf(one.movement)}`,
            plan: replaced(withChanged(plan.value.blocks, one.id, (each) => ({ ...each, rounds: one.rounds - 1 }))),
          },
        ]
      : []),
    {
      words: `${nameOf(one.movement)}, gentler for everybody`,
      plan: replaced(withChanged(plan.value.blocks, one.id, (each) => gentler(each, highest))),
    },
    ...(swap
      ? [
          {
            words: `${swap.name} instead`,
            plan: swapped(one.id, swap),
          },
        ]
      : []),
  ]
})
/** Another movement in a block's place is a block of its own: what was noted of the other is not of it. */
function swapped(id: string, movement: Movement): Plan {
  const ids = withTwins(plan.value.blocks, [id])
  const { blocks } = swapEdits(plan.value, id, movement, catalogue.value).reduce(edited, plan.value)
  return {
    ...plan.value,
    blocks: blocks.map((each) => (ids.includes(each.id) ? { ...each, id: `${each.id}x`.slice(0, 60) } : each)),
  }
}
const calmer = computed(() =>
  [...catalogue.value.movements.values()].filter(
    (movement) => movement.phase === 'settle' || movement.phase === 'warm' || movement.quality === 'mobility',
  ),
)
const differenceOf = (of: Plan) => {
  const seconds = led.timed(of).seconds - before.value
  return Math.abs(seconds) < 1 ? 'the same time' : `${clockWords(Math.abs(seconds))} ${seconds < 0 ? 'less' : 'more'}`
}
function take(next: Plan, why: string): void {
  led.changeCourse(next, why)
  emit('done')
}
</script>

<template>
  <section
    aria-label="Change course"
    class="border border-line rounded-2xl bg-raised p-4 grid gap-x-10 gap-y-4 lg:grid-cols-2"
    data-test="course-menu"
  >
    <div class="space-y-2">
      <label class="flex items-center gap-2 font-semibold"
        >We are
        <input v-model.number="lateMinutes" type="number" min="1" max="40" class="field w-20 numerals" /> minutes
        late</label
      >
      <ul v-if="late.givenUp.length > 0" class="text-[0.94rem]">
        <li v-for="(one, at) in late.givenUp" :key="at" class="flex gap-2">
          <span class="flex-1">{{ nameOf(one.movement) }}: {{ one.what }}</span
          ><span class="numerals text-faint">−{{ clockWords(one.seconds) }}</span>
        </li>
      </ul>
      <p class="text-[0.94rem]" :class="late.isEnough ? 'text-faint' : 'text-stop'">
        {{
          late.givenUp.length === 0
            ? 'Nothing is left that could be given up.'
            : `${clockWords(late.savedSeconds)} saved${late.isEnough ? '' : ', which is not enough'}. The close stays.`
        }}
      </p>
      <button
        class="button button-main"
        :disabled="late.givenUp.length === 0"
        @click="take(late.plan, `${lateMinutes} minutes late`)"
      >
        Shorten it like this
      </button>
    </div>
    <div class="space-y-2">
      <label
        ><span class="label">A block that is still to come</span
        ><select v-model="target" class="field">
          <option value="">choose</option>
          <option v-for="one in ahead" :key="one.id" :value="one.id">{{ nameOf(one.movement) }}</option>
        </select></label
      >
      <label v-if="block"
        ><span class="label">Something else instead, if you like</span
        ><select v-model="other" class="field">
          <option value="">nothing else</option>
          <option v-for="movement in calmer" :key="movement.id" :value="movement.id">{{ movement.name }}</option>
        </select></label
      >
      <ul class="space-y-1">
        <li v-for="change in changed" :key="change.words" class="flex gap-3 items-center">
          <button class="button" @click="take(change.plan, change.words)">{{ change.words }}</button><span
            class="numerals text-faint"
            >{{ differenceOf(change.plan) }}</span
          >
        </li>
      </ul>
    </div>
  </section>
</template>
