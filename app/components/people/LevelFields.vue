<script setup lang="ts">
import { LEVELS, LEVEL_NAMES, TIERS, type Side, type Tier } from '~~/core/catalogue/words'
import type { PersonLevel } from '~~/core/offer/person'
import type { ParticipantFields } from '~~/core/offer/participant'
import { isTwoSided } from '~~/core/time/workSeconds'
import { TIER_NAMES } from '~/words/tiers'

/**
 * The level per movement in a tier; one for each side where they differ. Empty: placed by the tool at the first time.
 */
const levels = defineModel<PersonLevel[]>({ required: true })
const { access, homeTier } = defineProps<{ access: ParticipantFields['access']; homeTier: Tier }>()
const { catalogue } = storeToRefs(useCatalogue())
const tier = ref<Tier>(homeTier)
const open = computed(() => TIERS.filter((other) => access[other] !== 'no' || other === homeTier))
const movements = computed(() =>
  [...catalogue.value.movements.values()].filter((movement) => movement.ladders[tier.value]),
)
const own = (movement: string, side: Side) =>
  levels.value.find((level) => level.movement === movement && level.tier === tier.value && level.side === side)
const isApart = (movement: string) => own(movement, 'left') !== undefined || own(movement, 'right') !== undefined

function set(movement: string, side: Side, value: string): void {
  const others = levels.value.filter(
    (level) => level.movement !== movement || level.tier !== tier.value || level.side !== side,
  )
  levels.value = value === '' ? others : [...others, { movement, tier: tier.value, side, level: Number(value) }]
}
function setApart(movement: string, apart: boolean): void {
  const level = own(movement, 'both')?.level ?? own(movement, 'left')?.level ?? 2
  const others = levels.value.filter((other) => other.movement !== movement || other.tier !== tier.value)
  const sides: Side[] = apart ? ['left', 'right'] : ['both']
  levels.value = [...others, ...sides.map((side) => ({ movement, tier: tier.value, side, level }))]
}
</script>

<template>
  <fieldset class="space-y-3">
    <legend class="text-[1.2rem] font-semibold mb-2">Levels</legend>
    <div class="flex flex-wrap gap-2" role="group" aria-label="Tier">
      <button
        v-for="other in open"
        :key="other"
        type="button"
        class="button"
        :class="tier === other ? 'button-on' : ''"
        :aria-pressed="tier === other"
        @click="tier = other"
      >
        <TierGlyph :tier="other" :size="24" />{{ TIER_NAMES[other] }}
      </button>
    </div>
    <table class="border-collapse max-sm:block">
      <tbody class="divide-y divide-line max-sm:block">
        <tr v-for="movement in movements" :key="movement.id" class="max-sm:flex max-sm:flex-wrap max-sm:items-center">
          <th scope="row" class="text-left font-normal pr-6 py-1.5">{{ movement.name }}</th>
          <td
            v-for="side in isApart(movement.id) ? (['left', 'right'] as const) : (['both'] as const)"
            :key="side"
            class="pr-3"
          >
            <select
              class="field w-52"
              :value="own(movement.id, side)?.level ?? ''"
              :aria-label="`${movement.name}${side === 'both' ? '' : `, ${side}`}: level in the ${tier} tier`"
              @change="set(movement.id, side, textIn($event))"
            >
              <option value="">not placed yet</option>
              <option v-for="level in LEVELS" :key="level" :value="level">
                {{ side === 'both' ? '' : `${side}: ` }}{{ level }} · {{ LEVEL_NAMES[level] }}
              </option>
            </select>
          </td>
          <td>
            <label v-if="isTwoSided(movement.sides)" class="flex items-center gap-2 min-h-11 text-[0.94rem]"
              ><input
                type="checkbox"
                class="size-5 accent-action"
                :checked="isApart(movement.id)"
                @change="setApart(movement.id, isTicked($event))"
              />sides apart</label
            >
          </td>
        </tr>
      </tbody>
    </table>
  </fieldset>
</template>
