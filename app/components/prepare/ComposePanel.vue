<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { readRecent } from '~~/core/contract/circles'
import type { Aim } from '~~/core/catalogue/aim'
import type { Ask } from '~~/core/compose/ask'
import { aimOfGoals } from '~~/core/goal/serving'
import { HOW_MANY, mostBlocks, type HowMany } from '~~/core/compose/howMany'
import { gapOf } from '~~/core/compose/bound'
import type { PlanOrder } from '~~/core/plan/order'
import type { Plan } from '~~/core/plan/plan'
import { clockWords } from '~/words/clock'

/** The composer: an aim in, up to three plans out, each block with its reason; pin, leave out, and ask again. */
const emit = defineEmits<{ take: [plan: Plan] }>()
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const composer = useComposer()
const { answer, bound, state, took, problem } = composer

// Shallow: what is asked is copied to the worker, which takes nothing that watches itself.
const aim = shallowRef<Aim>(toRaw(meeting.planned.aim) ?? entryAt(catalogue.value.aims, 0))
/** What its people come for, as an aim. */
const ofGoals = computed(() => aimOfGoals(meeting.present, catalogue.value))
const howMany = ref<HowMany>('some')
const floor = ref(true)
const everybody = ref(false)
const chains = ref(false)
const order = ref<PlanOrder | null>(meeting.planned.order)
/** Somebody may have breath only in a third of the blocks, unless everybody is to have a version of their own. */
const BREATH_SHARE = 0.34
const pinned = ref<string[]>([])
const banned = ref<string[]>([])
const carryOver = ref<string[]>([])
const shown = ref(0)
const recent = ref<string[][]>([])
onMounted(async () => {
  recent.value = await call(readRecent, { params: { id: meeting.opened.circle.id } }).catch(() => [])
})
function manyWords(one: HowMany): string {
  const most = mostBlocks(one, meeting.planned.minutes)
  const words = { few: 'Few, repeated', some: 'Some', many: 'Many' }[one]
  return most === null ? words : `${words}: up to ${most}`
}
const nameOf = (movement: string) => catalogue.value.movements.get(movement)?.name ?? movement
const repeatable = computed(() =>
  [...new Set(recent.value[0] ?? [])].filter(
    (movement) =>
      catalogue.value.movements.get(movement)?.phase === 'main' ||
      catalogue.value.movements.get(movement)?.phase === 'long-holds',
  ),
)
const plan = computed(() => answer.value?.plans[shown.value] ?? null)
const all = computed(() => [...catalogue.value.movements.values()].sort((a, b) => a.name.localeCompare(b.name)))

function question(): Ask {
  const { planned: now, opened } = meeting
  return {
    aim: structuredClone(aim.value),
    minutes: now.minutes,
    school: now.school,
    people: meeting.present.map((person) => structuredClone(toRaw(meeting.expected(person.id)))),
    cupboard: { ...opened.venue.cupboard },
    met: new Set(opened.met),
    pinned: [...pinned.value],
    banned: [...banned.value],
    floor: floor.value,
    most: mostBlocks(howMany.value, now.minutes),
    breathShare: everybody.value ? 0 : BREATH_SHARE,
    recent: recent.value.map((movements) => [...movements]),
    carryOver: [...carryOver.value],
    chains: chains.value,
    order: order.value,
    seed: opened.meeting.id,
    catalogue: catalogue.value,
  }
}
function compose(): void {
  shown.value = 0
  composer.ask(question())
}
/** After a pin or a ban the answer goes on from the plan that is shown. */
function again(): void {
  const from = plan.value?.plan ?? null
  shown.value = 0
  composer.ask(question(), from)
}
const turned = (list: readonly string[], movement: string) =>
  list.includes(movement) ? list.filter((other) => other !== movement) : [...list, movement]
function turnPin(movement: string): void {
  if (movement !== '') pinned.value = turned(pinned.value, movement)
}
function turnBan(movement: string): void {
  if (movement !== '') banned.value = turned(banned.value, movement)
}
function pin(movement: string): void {
  turnPin(movement)
  banned.value = banned.value.filter((other) => other !== movement)
  again()
}
/** Something else for this one; all others stay. */
function ban(movement: string): void {
  pinned.value = pinned.value.filter((other) => other !== movement)
  if (!banned.value.includes(movement)) banned.value = [...banned.value, movement]
  if (plan.value) composer.ask(question(), plan.value.plan, { movement, at: shown.value })
}
/** What was found is looked at next, and stands below the wishes. */
const found = useTemplateRef<HTMLElement>('found')
watch(answer, async () => {
  await nextTick()
  found.value?.scrollIntoView({ block: 'start' })
})
// A wish that changes ends the looking; the button asks again.
watch([aim, howMany, floor, everybody, chains, order, carryOver], () => composer.cancel())
const gap = computed(() => (plan.value ? gapOf(plan.value.score, bound.value) : null))
const honesty = computed(() => {
  if (state.value === 'looking') return 'Looking …'
  if (!plan.value) return ''
  if (gap.value === null) return 'Whether anything is better is still looked for …'
  return gap.value < CLEARLY
    ? 'Nothing clearly better was found.'
    : 'Something better may exist: change a wish, and ask again.'
})
/** A difference that can be noticed. */
const CLEARLY = 0.05
const whyWords = computed(() => {
  if (gap.value === null) return ''
  const share =
    gap.value < 0.005 ? 'No plan is better' : `No plan is more than ${(gap.value * 100).toFixed(1)} % better`
  return `${share}, by the weights of the aim; found in ${Math.round(took.value)} ms.`
})
</script>

<template>
  <section aria-label="Compose" class="space-y-4">
    <AimFields v-model="aim" :of-goals="ofGoals" />
    <div role="group" aria-label="How many movements" class="flex flex-wrap items-center gap-2">
      <span class="text-faint w-full">How many movements</span
      ><button
        v-for="one in HOW_MANY"
        :key="one"
        class="button"
        :class="howMany === one ? 'button-on' : ''"
        :aria-pressed="howMany === one"
        :data-many="one"
        @click="howMany = one"
      >
        {{ manyWords(one) }}
      </button>
    </div>
    <div class="flex flex-wrap gap-x-6 gap-y-2 items-end">
      <label class="flex items-center gap-2 min-h-11"
        ><input v-model="floor" type="checkbox" class="size-5 accent-action" />Down to the floor</label
      >
      <label
        class="flex items-center gap-2 min-h-11"
        title="Otherwise somebody may have breath only in a third of the blocks"
        ><input v-model="everybody" type="checkbox" class="size-5 accent-action" />A version of their own for everybody,
        in every block</label
      >
      <label
        class="flex items-center gap-2 min-h-11"
        title="Movements that share a posture, one after the other without a stop"
        ><input v-model="chains" type="checkbox" class="size-5 accent-action" data-test="chains" />Chains too</label
      >
      <label class="w-60"
        ><span class="label text-[0.94rem]">In which order</span><OrderSelect v-model="order"
      /></label>
      <label class="w-60"
        ><span class="label text-[0.94rem]">Must be in it</span
        ><select class="field" value="" data-test="pin" @change="turnPin(takenFrom($event))">
          <option value="">choose</option>
          <option v-for="movement in all" :key="movement.id" :value="movement.id">{{ movement.name }}</option>
        </select></label
      >
      <label class="w-60"
        ><span class="label text-[0.94rem]">Leave out</span
        ><select class="field" value="" @change="turnBan(takenFrom($event))">
          <option value="">choose</option>
          <option v-for="movement in all" :key="movement.id" :value="movement.id">{{ movement.name }}</option>
        </select></label
      >
      <button class="button button-main" data-test="compose" @click="compose">
        Compose {{ meeting.planned.minutes }} minutes for {{ meeting.present.length || 'usual' }} people
      </button>
      <button v-if="state === 'looking'" class="button" @click="composer.cancel()">Stop</button>
    </div>
    <div
      v-if="repeatable.length > 0"
      class="flex flex-wrap items-center gap-2"
      role="group"
      aria-label="Repeat for progress"
    >
      <span class="text-faint">Repeat for progress</span
      ><button
        v-for="movement in repeatable"
        :key="movement"
        class="button"
        :class="carryOver.includes(movement) ? 'button-on' : ''"
        :aria-pressed="carryOver.includes(movement)"
        @click="carryOver = turned(carryOver, movement)"
      >
        {{ nameOf(movement) }}
      </button>
    </div>
    <p v-if="pinned.length + banned.length > 0" class="flex flex-wrap gap-2">
      <button v-for="movement in pinned" :key="movement" class="button button-on" @click="turnPin(movement)">
        {{ nameOf(movement) }} is in ×</button
      ><button v-for="movement in banned" :key="movement" class="button" @click="turnBan(movement)">
        {{ nameOf(movement) }} is out ×
      </button>
    </p>
    <p v-if="honesty" ref="found" class="text-faint scroll-mt-2" aria-live="polite" data-test="honesty">
      {{ honesty }}
    </p>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <details v-if="whyWords" class="text-faint text-[0.94rem]">
      <summary class="cursor-pointer">Why</summary>
      {{ whyWords }}
    </details>
    <ul
      v-if="answer && answer.unmet.length > 0"
      class="border-l-4 border-mark pl-3 space-y-1"
      role="alert"
      data-test="unmet"
    >
      <li v-for="words in answer.unmet" :key="words">{{ words }}</li>
    </ul>
    <template v-if="answer && plan">
      <div class="flex flex-wrap gap-2" role="group" aria-label="Plans that were composed">
        <button
          v-for="(one, at) in answer.plans"
          :key="at"
          class="button"
          :class="shown === at ? 'button-on' : ''"
          :aria-pressed="shown === at"
          @click="shown = at"
        >
          {{ ['First', 'Second', 'Third'][at] }}: {{ one.plan.blocks.length }} blocks, {{ clockWords(one.seconds) }}
        </button>
      </div>
      <ol class="divide-y divide-line" data-test="composed">
        <li
          v-for="block in plan.plan.blocks"
          :key="block.id"
          class="py-1.5 flex flex-wrap items-center gap-x-4 gap-y-1"
        >
          <strong class="font-semibold w-64"
            >{{ nameOf(block.movement)
            }}<span v-if="block.rounds > 1" class="font-normal text-faint"> × {{ block.rounds }}</span></strong
          >
          <span class="flex-1 min-w-56 text-faint">{{ plan.reasons[block.id] }}</span>
          <button
            class="button button-quiet"
            :aria-pressed="pinned.includes(block.movement)"
            :aria-label="`Keep ${nameOf(block.movement)}`"
            @click="pin(block.movement)"
          >
            {{ pinned.includes(block.movement) ? 'Kept' : 'Keep' }}
          </button>
          <button
            class="button button-quiet"
            :aria-label="`Something else for ${nameOf(block.movement)}`"
            @click="ban(block.movement)"
          >
            Something else
          </button>
        </li>
      </ol>
      <div class="flex flex-wrap items-center gap-4">
        <button class="button button-main" data-test="take" @click="emit('take', plan.plan)">Take this plan</button>
        <p class="text-faint text-[0.94rem]">One step; undo brings back what was there.</p>
      </div>
    </template>
    <details v-if="answer && answer.fallen.length > 0">
      <summary class="cursor-pointer min-h-11 text-faint">{{ answer.fallen.length }} movements cannot be in it</summary>
      <ul class="text-[0.94rem]">
        <li v-for="{ movement, why } in answer.fallen" :key="movement">
          {{ nameOf(movement) }}: <span class="text-faint">{{ why }}</span>
        </li>
      </ul>
    </details>
  </section>
</template>
