<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { isUsual, reasonWords } from '~~/core/offer/reason'
import type { Plan } from '~~/core/plan/plan'
import { followSchool, type Edit } from '~~/core/plan/edits'
import { SchoolId, TIERS } from '~~/core/catalogue/words'
import { waysOf } from '~~/core/plan/ways'
import { isTwoSided } from '~~/core/time/workSeconds'
import { clockWords } from '~/words/clock'
import { doneWords } from '~/words/prepare'
import { TIER_NAMES } from '~/words/tiers'

/** The chosen block: its dose to set, and lane by lane who does what and how they get there. */
const { plan, blockId } = defineProps<{ plan: Plan; blockId: string; locked: boolean }>()
const emit = defineEmits<{ edit: [edit: Edit] }>()
const catalogues = useCatalogue()
const { catalogue } = storeToRefs(catalogues)
watch(
  () => plan.blocks.find((block) => block.id === blockId)?.movement,
  (movement) => {
    if (movement && catalogue.value.movements.has(movement)) void catalogues.loadTexts([movement])
  },
  { immediate: true },
)
const meeting = useMeeting()
const id = useId()

const index = computed(() => plan.blocks.findIndex((block) => block.id === blockId))
const block = computed(() => entryAt(plan.blocks, index.value))
const movement = computed(() => catalogue.value.movements.get(block.value.movement))
const ways = computed(() => waysOf(block.value.dose, movement.value?.rhythmSeconds))
const time = computed(() => meeting.timeline.blocks[index.value])
/** Who would do a catch-up round here, and on which side. */
const catchingUp = computed(() => lanes.value.flatMap(({ lane }) => meeting.catchingUp(lane, index.value)))
const lanes = computed(() =>
  TIERS.flatMap((tier) => {
    const lane = time.value?.lanes[tier]
    if (!lane) return []
    const people = meeting.ridersPresent
      .filter((rider) => rider.tier === tier)
      .map((rider) => ({
        rider,
        name: meeting.calledOf(rider.id),
        offers: rider.offers[index.value] ?? [],
      }))
    return [{ tier, lane, people }]
  }),
)
</script>

<template>
  <section :aria-label="movement?.name" class="space-y-5">
    <div class="space-y-4">
      <div>
        <h3 class="font-semibold text-lg">{{ movement?.name ?? block.movement }}</h3>
        <p class="text-faint">{{ movement?.intent }}</p>
      </div>
      <DoseFields
        :dose="block.dose"
        :disabled="locked"
        @change="emit('edit', { edit: 'setDose', id: blockId, dose: $event })"
      />
      <p v-if="ways" class="text-[0.94rem] text-faint" data-test="ways">
        In the same seconds, as each likes: {{ ways.still }}, or {{ ways.moving }}.
      </p>
      <RoundsFields :block="block" :sides="movement?.sides ?? 'both'" :disabled="locked" @edit="emit('edit', $event)" />
      <div class="flex flex-wrap gap-x-4 gap-y-3 items-start">
        <div class="w-44">
          <label class="label text-[0.94rem]" :for="`${id}-school`">School here</label>
          <select
            :id="`${id}-school`"
            class="field"
            :value="block.school ?? ''"
            :disabled="locked"
            data-field="school"
            @change="emit('edit', followSchool(plan, blockId, chosenOf(SchoolId.options, $event), catalogue))"
          >
            <option value="">the plan’s</option>
            <option v-for="school in catalogue.schools.values()" :key="school.id" :value="school.id">
              {{ school.name }}
            </option>
          </select>
        </div>
      </div>
      <div v-if="movement && isTwoSided(movement.sides)">
        <label class="flex gap-3 items-center min-h-11"
          ><input
            type="checkbox"
            class="size-5 accent-action"
            :checked="block.catchUp ?? false"
            :disabled="locked"
            data-field="catch-up"
            @change="
              emit('edit', {
                edit: 'setCatchUp',
                id: blockId,
                catchUp: isTicked($event) || undefined,
              })
            "
          />The weaker side once more</label
        >
        <p v-if="block.catchUp" class="text-[0.94rem] text-faint" data-test="catching-up">
          <template v-if="catchingUp.length > 0"
            >One round more for {{ catchingUp.join(', ') }}; the others stay and breathe.</template
          ><template v-else-if="meeting.ridersPresent.length > 0"
            >Nobody who comes has a weaker side here that may do more, so it takes no time.</template
          ><template v-else>Time is kept for it until it is known who comes.</template>
        </p>
      </div>
      <p v-if="block.school" class="text-[0.94rem] text-faint">
        {{ catalogue.schools.get(block.school)?.belief }} {{ catalogue.schools.get(block.school)?.stepUpRule }}
      </p>
      <p v-if="time" class="numerals text-[0.94rem]" data-test="block-sum">
        <template v-if="time.drinkSeconds > 0">{{ time.drinkSeconds }} s for water + </template
        >{{ time.introductionSeconds }} s to show it + {{ Math.round(time.changeoverSeconds * 10) / 10 }} s to get there
        + {{ time.workSeconds }} s of work = <strong>{{ clockWords(time.seconds) }}</strong>
      </p>
      <LaneDepartures
        :block="block"
        :tiers="lanes.map(({ tier }) => tier)"
        :disabled="locked"
        @edit="emit('edit', $event)"
      />
      <p
        v-for="caution in catalogues.texts.get(block.movement)?.cautions"
        :key="caution"
        class="text-[0.94rem] border-l-4 border-mark pl-3"
      >
        {{ caution }}
      </p>
    </div>
    <div class="divide-y divide-line">
      <div v-for="{ tier, lane, people } in lanes" :key="tier" class="flex gap-4 py-3 first:pt-0">
        <MovementFigure
          v-if="people[0]?.offers[0]?.variation"
          :variation="people[0].offers[0].variation"
          :height="84"
          moving
          :label="catalogue.postures.get(lane.postureId)?.name"
        />
        <PostureGlyph
          v-else
          :posture="lane.postureId"
          :size="64"
          :label="catalogue.postures.get(lane.postureId)?.name"
        />
        <div class="min-w-0">
          <p class="font-semibold">
            {{ TIER_NAMES[tier]
            }}<span class="font-normal text-faint">, {{ catalogue.postures.get(lane.postureId)?.name }}</span>
          </p>
          <p v-if="lane.moves.length > 0" class="text-[0.94rem] text-faint">
            <span class="numerals">{{ Math.round(lane.changeoverSeconds) }} s:</span>
            {{ lane.moves.map((move) => move.cue).join(' · ') }}
          </p>
          <ul class="mt-1 space-y-1">
            <li v-for="{ rider, name, offers } in people" :key="rider.id" class="flex flex-wrap gap-x-2 items-center">
              <template v-for="offer in offers" :key="offer.side">
                <TierGlyph
                  :tier="tier"
                  :level="offer.kind === 'breath' ? null : (offer.variation?.level ?? null)"
                  :size="26"
                />
                <span
                  ><strong class="font-semibold">{{ name }}</strong
                  ><template v-if="offer.side !== 'both'">, {{ offer.side }}</template
                  >: {{ doneWords(offer) }}</span
                >
                <span v-if="offer.reasons[0] && !isUsual(offer.reasons[0])" class="text-[0.88rem] text-faint"
                  >({{ reasonWords(offer.reasons[0]) }})</span
                >
              </template>
            </li>
          </ul>
        </div>
      </div>
    </div>
  </section>
</template>
