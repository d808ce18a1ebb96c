<script setup lang="ts">
import { dialsWords } from '~~/core/offer/dials'
import { storedLevel } from '~~/core/offer/levels'
import { TIERS } from '~~/core/catalogue/words'
import type { Participant } from '~~/core/offer/participant'

/** The rungs somebody works at, movement by movement, with the sides apart where they differ. */
const { person } = defineProps<{ person: Participant }>()
const { catalogue } = storeToRefs(useCatalogue())
const rows = computed(() =>
  [...catalogue.value.movements.values()].flatMap((movement) => {
    const own = person.levels.filter((level) => level.movement === movement.id)
    const dials = TIERS.flatMap((tier) => {
      const level = storedLevel(person, movement.id, tier, 'both')
      const rung = movement.ladders[tier]?.find((one) => one.level === level)
      return rung
        ? [
            dialsWords(
              rung,
              Object.fromEntries(
                person.dials
                  .filter((own) => own.movement === movement.id && own.tier === tier)
                  .map((own) => [own.dial, own.value]),
              ),
            ),
          ]
        : []
    }).filter((words) => words !== '')
    const out = person.leftOut.filter((row) => row.movement === movement.id)
    return own.length === 0 && out.length === 0
      ? []
      : [{ movement, dials, out, levels: TIERS.flatMap((tier) => own.filter((level) => level.tier === tier)) }]
  }),
)
</script>

<template>
  <p v-if="rows.length === 0" class="text-faint">No level is placed yet.</p>
  <dl v-else class="gap-x-12 sm:columns-2 lg:columns-3">
    <div
      v-for="{ movement, levels, dials, out } in rows"
      :key="movement.id"
      class="flex items-center gap-3 py-1 border-b border-line break-inside-avoid"
    >
      <dt class="flex-1">
        {{ movement.name
        }}<span v-if="dials.length > 0" class="block text-[0.88rem] text-faint">{{ dials.join('; ') }}</span
        ><NuxtLink
          v-if="out.length > 0"
          :to="`/people/${person.id}/ledger`"
          class="block text-[0.88rem] text-stop underline"
          >left out until a lead has looked</NuxtLink
        >
      </dt>
      <dd class="flex gap-2">
        <span v-for="level in levels" :key="`${level.tier} ${level.side}`" class="flex items-center gap-1"
          ><TierGlyph :tier="level.tier" :level="level.level" :size="30" /><span
            v-if="level.side !== 'both'"
            class="text-[0.88rem] text-faint"
            >{{ level.side }}</span
          ></span
        >
      </dd>
    </div>
  </dl>
</template>
