<script setup lang="ts">
import { LEVEL_NAMES, TIERS, type Tier } from '~~/core/catalogue/words'
import { doseWords, roundsWords } from '~~/core/plan/doseWords'
import { calledName, TIER_NAMES } from '~/words/tierWords'

/** One movement: four ladders side by side, lowest rung at the bottom, and the people who stand on them. */
const id = String(useRoute().params.id)
const catalogues = useCatalogue()
const practice = usePractice()
await practice.open()
const movement = computed(() => catalogues.catalogue.movements.get(id))
const openRung = ref<string | null>(null)
const rung = computed(() => catalogues.catalogue.variations.get(openRung.value ?? ''))
const standing = (tier: Tier, level: number) => practice.people.filter((person) => person.homeTier === tier && person.levels.some((own) => own.movement === id && own.tier === tier && own.level === level)).map((person) => calledName(person.name))
</script>

<template>
  <div v-if="!movement" class="py-16 space-y-4"><h1>There is no such movement.</h1><NuxtLink to="/movements" class="button">Back to Movements</NuxtLink></div>
  <div v-else class="space-y-6">
    <p><NuxtLink to="/movements" class="text-action underline underline-offset-4">Movements</NuxtLink></p>
    <div><h1>{{ movement.name }}</h1><p class="text-xl text-faint mt-1">{{ movement.intent }}</p></div>
    <p v-for="caution in movement.cautions" :key="caution" class="border-l-4 border-mark pl-3">{{ caution }}</p>
    <div class="grid gap-6 md:grid-cols-2 xl:grid-cols-4">
      <section v-for="tier in TIERS" :key="tier" :aria-label="`${TIER_NAMES[tier]} ladder`">
        <h2 class="flex items-center gap-2 mb-2"><TierGlyph :tier="tier" :size="30" />{{ TIER_NAMES[tier] }}</h2>
        <p v-if="!movement.ladders[tier]" class="text-faint">Meanwhile: <NuxtLink :to="`/movements/${movement.standIns[tier]}`" class="underline">{{ catalogues.catalogue.movements.get(movement.standIns[tier] ?? '')?.name }}</NuxtLink></p>
        <ol v-else class="flex flex-col-reverse border-x-2 border-line">
          <li v-for="variation in movement.ladders[tier]" :key="variation.id" class="border-t-2 border-line first:border-b-2">
            <button class="flex gap-3 items-center w-full text-left p-2 hover:bg-sunk" :class="openRung === variation.id ? 'bg-action-soft' : ''" :aria-expanded="openRung === variation.id" @click="openRung = openRung === variation.id ? null : variation.id">
              <MovementFigure :variation="variation" :height="72" label=" " />
              <span class="flex-1 min-w-0"><span class="font-semibold leading-tight block">{{ variation.name }}</span><span class="text-[0.88rem] text-faint">{{ LEVEL_NAMES[variation.level] }}</span><span v-if="standing(tier, variation.level).length" class="block text-[0.88rem] text-action">{{ standing(tier, variation.level).join(', ') }}</span></span>
              <TierGlyph :tier="tier" :level="variation.level" :size="36" />
            </button>
          </li>
        </ol>
      </section>
    </div>
    <section v-if="rung" :aria-label="rung.name" class="grid gap-6 md:grid-cols-3 border-t border-line pt-4">
      <div><MovementFigure :variation="rung" :height="240" moving /><h2 class="mt-2">{{ rung.name }}</h2><p class="mt-2">{{ rung.setUp }}</p><p v-for="cue in rung.cues" :key="cue" class="mt-1">{{ cue }}</p></div>
      <dl class="space-y-2"><dt class="font-semibold">Felt</dt><dd>{{ rung.feel }}</dd><dt class="font-semibold">Not felt</dt><dd>{{ rung.notFeel }}</dd><dt class="font-semibold">Easier</dt><dd>{{ rung.easier }}</dd><dt class="font-semibold">More</dt><dd>{{ rung.more }}</dd></dl>
      <dl class="space-y-2"><template v-for="cheat in rung.cheats" :key="cheat.cheat"><dt class="font-semibold">{{ cheat.cheat }}</dt><dd>{{ cheat.correction }}</dd></template></dl>
    </section>
    <section><h2>Dose by school</h2><ul><li v-for="school in catalogues.catalogue.schools.values()" :key="school.id"><strong class="font-semibold">{{ school.name }}</strong>: {{ doseWords(movement.doses[school.id].dose) }}<span v-if="roundsWords(movement.doses[school.id].rounds, movement.sides, school.sideOrder)" class="text-faint">, {{ roundsWords(movement.doses[school.id].rounds, movement.sides, school.sideOrder) }}</span></li></ul></section>
  </div>
</template>
