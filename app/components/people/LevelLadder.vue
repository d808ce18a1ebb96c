<script setup lang="ts">
import { placeLevels } from '~~/core/contract/people'
import { LEVELS, TIERS, type Side, type Tier } from '~~/core/catalogue/words'
import type { Movement } from '~~/core/catalogue/catalogue'
import { dialsWords } from '~~/core/offer/dials'
import { levelsOn, storedLevel } from '~~/core/offer/levels'
import type { Participant } from '~~/core/offer/participant'
import { LADDER_KEYS as KEYS } from '~/keys'
import { refusalOf } from '~/composables/useRefusal'
import { TIER_NAMES } from '~/words/tiers'

/** The rungs somebody stands on, movement by movement; the chosen one opens into its steps, and a number sets it. */
const { person } = defineProps<{ person: Participant }>()
const emit = defineEmits<{ placed: [] }>()
const { catalogue } = storeToRefs(useCatalogue())
const tier = ref<Tier>(person.homeTier)
const tiers = computed(() =>
  TIERS.filter((one) => one === person.homeTier || person.levels.some((level) => level.tier === one)),
)
const all = computed(() => [...catalogue.value.movements.values()].filter((one) => one.ladders[tier.value]))
const isKnown = ({ id }: Movement) =>
  levelsOn(person, id, tier.value).length > 0 ||
  person.leftOut.some((own) => own.movement === id && own.tier === tier.value)
const showAll = ref(false)
const rows = computed(() => (showAll.value ? all.value : all.value.filter(isKnown)))
const hidden = computed(() => all.value.length - all.value.filter(isKnown).length)
const chosen = ref('')
const row = computed(() => rows.value.find(({ id }) => id === chosen.value))
const sidesOf = ({ id }: Movement): Side[] => {
  const sides = levelsOn(person, id, tier.value).map((level) => level.side)
  return sides.length > 0 ? sides : ['both']
}
const side = ref<Side>('both')
watch(row, (now) => (side.value = now ? (sidesOf(now)[0] ?? 'both') : 'both'))
const levelOf = (movement: string, of: Side) => storedLevel(person, movement, tier.value, of)
function dialsOf({ id, ladders }: Movement): string {
  const rung = ladders[tier.value]?.find((one) => one.level === levelOf(id, 'both'))
  if (!rung) return ''
  const own = person.dials.filter((dial) => dial.movement === id && dial.tier === tier.value)
  return dialsWords(rung, Object.fromEntries(own.map(({ dial, value }) => [dial, value])))
}
const isLeftOut = ({ id }: Movement) => person.leftOut.some((own) => own.movement === id && own.tier === tier.value)

const problem = ref('')
/** What was set last, so that it can be taken back. */
const last = ref<{ movement: string; tier: Tier; side: Side; before: number; to: number } | null>(null)
async function set(level: number): Promise<void> {
  const movement = row.value
  if (!movement?.ladders[tier.value]?.some((rung) => rung.level === level)) return
  const before = levelOf(movement.id, side.value)
  if (before === level) return
  await place({ movement: movement.id, tier: tier.value, side: side.value, level })
  if (problem.value === '' && before !== null)
    last.value = { movement: movement.id, tier: tier.value, side: side.value, before, to: level }
}
async function place(level: { movement: string; tier: Tier; side: Side; level: number }): Promise<void> {
  problem.value = ''
  last.value = null
  try {
    await call(placeLevels, { params: { id: person.id }, body: { levels: [level] } })
    emit('placed')
  } catch (error) {
    problem.value = refusalOf(error).message
  }
}
function undo(): void {
  if (last.value) void place({ ...last.value, level: last.value.before })
}
function stepBy(by: number): void {
  const at = rows.value.findIndex(({ id }) => id === chosen.value)
  const next = rows.value[Math.max(0, Math.min(rows.value.length - 1, at < 0 ? 0 : at + by))]
  chosen.value = next?.id ?? ''
  void nextTick(() => document.querySelector('[data-ladder="open"]')?.scrollIntoView({ block: 'nearest' }))
}
useKeys(KEYS, {
  next: () => stepBy(1),
  previous: () => stepBy(-1),
  level: (at) => void set(LEVELS[at] ?? 1),
  left: () => row.value && sidesOf(row.value).includes('left') && (side.value = 'left'),
  right: () => row.value && sidesOf(row.value).includes('right') && (side.value = 'right'),
  home: () => navigateTo(`/people/${person.id}/home`),
})
const nameOf = (movement: string) => catalogue.value.movements.get(movement)?.name ?? movement
</script>

<template>
  <section aria-label="Levels" class="space-y-2">
    <div class="flex flex-wrap items-center gap-2">
      <h2 class="flex-1">Levels, {{ TIER_NAMES[tier].toLowerCase() }}</h2>
      <p class="text-faint text-[0.88rem]">
        <kbd class="key">{{ KEYS.previous.shown }}</kbd> <kbd class="key">{{ KEYS.next.shown }}</kbd> movement ·
        <kbd class="key">{{ KEYS.level.shown }}</kbd> level
      </p>
    </div>
    <div v-if="tiers.length > 1" class="flex flex-wrap gap-1" role="group" aria-label="Tier">
      <button
        v-for="one in tiers"
        :key="one"
        class="button button-quiet"
        :class="one === tier ? 'button-on' : ''"
        :aria-pressed="one === tier"
        @click="tier = one"
      >
        <TierGlyph :tier="one" :size="24" label="" />{{ TIER_NAMES[one] }}
      </button>
    </div>
    <p v-if="rows.length === 0" class="text-faint">No level is placed yet.</p>
    <p v-if="last" class="bg-mark-soft rounded-lg px-3 flex items-center gap-2" role="status">
      {{ nameOf(last.movement) }}: level {{ last.before }} → {{ last.to }}.
      <button class="button button-quiet ml-auto" @click="undo">Undo</button>
    </p>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <ul class="divide-y divide-line">
      <li
        v-for="movement in rows"
        :key="movement.id"
        :class="movement.id === chosen ? 'bg-action-soft border-l-6 border-l-action pl-2' : ''"
        :data-ladder="movement.id === chosen ? 'open' : 'shut'"
        :data-movement="movement.id"
      >
        <button
          class="w-full flex items-center gap-3 min-h-11.5 text-left"
          :aria-expanded="movement.id === chosen"
          @click="chosen = chosen === movement.id ? '' : movement.id"
        >
          <span class="flex-1 min-w-0"
            ><span :class="movement.id === chosen ? 'font-semibold' : ''">{{ movement.name }}</span
            ><span v-if="dialsOf(movement)" class="text-[0.88rem] text-faint">, {{ dialsOf(movement) }}</span></span
          >
          <span v-for="of in sidesOf(movement)" :key="of" class="flex items-center gap-1"
            ><TierGlyph :tier="tier" :level="levelOf(movement.id, of)" :size="30" /><span
              v-if="of !== 'both'"
              class="text-[0.88rem] text-faint"
              >{{ of }}</span
            ></span
          >
        </button>
        <div v-if="movement.id === chosen" class="pb-2 space-y-2">
          <NuxtLink
            v-if="isLeftOut(movement)"
            :to="`/people/${person.id}/ledger`"
            class="text-[0.94rem] text-stop underline"
            >left out until a lead has looked</NuxtLink
          >
          <div v-if="sidesOf(movement).length > 1" class="flex gap-1" role="group" aria-label="Side">
            <button
              v-for="of in sidesOf(movement)"
              :key="of"
              class="button px-3"
              :class="of === side ? 'button-on' : ''"
              :aria-pressed="of === side"
              @click="side = of"
            >
              {{ of }} <kbd class="key">{{ KEYS[of === 'right' ? 'right' : 'left'].shown }}</kbd>
            </button>
          </div>
          <div class="grid grid-cols-2 sm:grid-cols-4 gap-2 pr-2">
            <button
              v-for="rung in movement.ladders[tier]"
              :key="rung.id"
              class="bg-raised rounded-lg border-2 p-1 flex flex-col items-center text-[0.94rem] leading-tight"
              :class="rung.level === levelOf(movement.id, side) ? 'border-action font-semibold' : 'border-line'"
              :aria-pressed="rung.level === levelOf(movement.id, side)"
              @click="set(rung.level)"
            >
              <MovementFigure :variation="rung" :height="84" label="" />
              <span class="flex items-center gap-1.5 text-left"
                ><TierGlyph :tier="tier" :level="rung.level" :size="24" />{{ rung.name }}</span
              >
            </button>
          </div>
        </div>
      </li>
    </ul>
    <button v-if="hidden > 0" class="button button-quiet" :aria-expanded="showAll" @click="showAll = !showAll">
      {{ showAll ? 'Only those that are placed' : `${hidden} more movements without a level` }}
    </button>
  </section>
</template>
