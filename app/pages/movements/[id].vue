<script setup lang="ts">
import { readMovementLevels } from '~~/core/contract/movements'
import type { ReplyOf } from '~~/core/contract/route'
import { STRAND_WORDS } from '~~/core/catalogue/strand'
import { LEVEL_NAMES, STRANDS, TIERS, type Tier } from '~~/core/catalogue/words'
import { settingWords } from '~~/core/offer/dials'
import { demandsOf } from '~~/core/offer/verdict'
import { doseWords, roundsWords } from '~~/core/plan/doseWords'
import { calledName, TIER_NAMES } from '~/words/tiers'

/** One movement: four ladders side by side, lowest rung at the bottom, and the people of a circle on their rungs. */
const id = String(useRoute().params.id)
const catalogues = useCatalogue()
const practice = usePractice()
const { isLead } = useAccount()
await practice.open()
if (catalogues.catalogue.movements.has(id)) await catalogues.loadTexts([id])
const texts = computed(() => catalogues.texts.get(id))
const movement = computed(() => catalogues.catalogue.movements.get(id))
const circleId = ref(practice.circles[0]?.id ?? '')
const people = computed(() => {
  const members = practice.circles.find((circle) => circle.id === circleId.value)?.members ?? []
  return practice.people.filter((person) => members.includes(person.id))
})
const levels = ref<ReplyOf<typeof readMovementLevels>>([])
if (isLead.value && movement.value) levels.value = await call(readMovementLevels, { params: { movement: id } })
/** The rung that is shown in large: at first the middle one of the first ladder that there is. */
const openRung = ref(firstShown())
function firstShown(): string | null {
  const ladders = movement.value?.ladders ?? {}
  const ladder = ladders.chair ?? ladders.standing ?? ladders.bed ?? ladders.floor ?? []
  return ladder[Math.floor((ladder.length - 1) / 2)]?.id ?? null
}
const rung = computed(() => catalogues.catalogue.variations.get(openRung.value ?? ''))
const said = computed(() => texts.value?.variations[openRung.value ?? ''])
const nameOf = (other: string) => catalogues.catalogue.movements.get(other)?.name ?? other

function standing(tier: Tier, level: number): string[] {
  return people.value.flatMap((person) => {
    const own = levels.value.filter(
      (other) => other.participant === person.id && other.tier === tier && other.level === level,
    )
    return own.map(({ side }) => (side === 'both' ? calledName(person.name) : `${calledName(person.name)} ${side}`))
  })
}
/** What considerations do to this movement, on which rungs, and whom of the circle it is about. */
function touchedBy(effect: 'block' | 'watch') {
  const rungs = Object.values(movement.value?.ladders ?? {}).flat()
  return [...catalogues.catalogue.considerations.values()]
    .flatMap((row) => {
      const hit = rungs.filter((variation) =>
        demandsOf(variation, catalogues.catalogue).some(({ tag }) =>
          row.rules.some((rule) => rule.tag === tag && rule.effect === effect),
        ),
      )
      if (hit.length === 0) return []
      const where = TIERS.flatMap((tier) => {
        const levels = hit.filter((variation) => variation.tier === tier).map((variation) => variation.level)
        return levels.length === 0 ? [] : [`${TIER_NAMES[tier].toLowerCase()} ${levels.join(', ')}`]
      })
      return [
        {
          row,
          where: where.join(' · '),
          names: isLead.value
            ? people.value
                .filter((person) =>
                  person.considerations.some((own) => own.consideration === row.id && own.clearedBy === ''),
                )
                .map((person) => calledName(person.name))
            : [],
        },
      ]
    })
    .sort((a, b) => b.names.length - a.names.length)
}
const blocked = computed(() => touchedBy('block'))
const watched = computed(() => touchedBy('watch'))
const propWords = (prop: string, count: number) => {
  const known = catalogues.catalogue.props.get(prop)
  return count > 1 ? `${count} ${known?.plural ?? prop}` : (known?.name ?? prop)
}
/** Which of the three lines of defence it is. */
const PLACES = ['first', 'second', 'third']
function print(): void {
  window.print()
}
</script>

<template>
  <div v-if="!movement" class="py-16 space-y-4">
    <h1>There is no such movement.</h1>
    <NuxtLink to="/movements" class="button">Back to Movements</NuxtLink>
  </div>
  <div v-else class="space-y-6 ladder-page">
    <p class="no-print">
      <NuxtLink to="/movements" class="text-action underline underline-offset-4">Movements</NuxtLink>
    </p>
    <div class="flex flex-wrap items-end gap-4">
      <div class="flex-1 min-w-72">
        <h1>{{ movement.name }}</h1>
        <p class="text-xl text-faint mt-1">{{ movement.intent }}</p>
      </div>
      <label v-if="practice.circles.length > 0" class="no-print w-64"
        ><span class="label text-[0.94rem]">People of</span
        ><select v-model="circleId" class="field">
          <option value="">nobody</option>
          <option v-for="circle in practice.circles" :key="circle.id" :value="circle.id">{{ circle.name }}</option>
        </select></label
      >
      <button class="button no-print" @click="print">Print the ladders</button>
      <NuxtLink v-if="isLead" :to="`/movements/change/${movement.id}`" class="button no-print">Change it</NuxtLink>
    </div>
    <p v-for="caution in texts?.cautions" :key="caution" class="border-l-4 border-mark pl-3">{{ caution }}</p>
    <section v-if="rung && said" :aria-label="rung.name" class="grid gap-6 md:grid-cols-[24rem_1fr_1fr] no-print">
      <MovementStage :movement="movement" :variation="rung" />
      <div>
        <h2>{{ rung.name }}</h2>
        <p class="mt-2">{{ said.setUp }}</p>
        <ul class="mt-1 list-disc pl-5">
          <li v-for="cue in said.cues" :key="cue">{{ cue }}</li>
        </ul>
        <p v-if="rung.props.length" class="mt-2 text-faint">
          {{
            rung.props
              .map(
                (need) =>
                  propWords(need.prop, need.count) +
                  (need.instead.length ? ` (or ${need.instead.map((other) => propWords(other, 1)).join(', ')})` : ''),
              )
              .join(' · ')
          }}
        </p>
        <p class="mt-2 text-faint text-[0.94rem]">
          Turned in this order:
          {{ rung.dials.map((dial) => settingWords(dial, dial.to, dial.from)).join(', ') || 'only the level' }}.
        </p>
        <p v-if="rung.strand" class="mt-2 text-faint text-[0.94rem]" data-test="strand">
          Balance, {{ STRAND_WORDS[rung.strand] }}: the {{ PLACES[STRANDS.indexOf(rung.strand)] }} of three lines,
          trained in this order.
        </p>
      </div>
      <dl class="grid grid-cols-[max-content_1fr] gap-x-4 gap-y-1.5 content-start">
        <dt class="font-semibold">Felt</dt>
        <dd>{{ said.feel }}</dd>
        <dt class="font-semibold">Not felt</dt>
        <dd>{{ said.notFeel }}</dd>
        <dt class="font-semibold">Easier</dt>
        <dd>{{ said.easier }}</dd>
        <dt class="font-semibold">More</dt>
        <dd>{{ said.more }}</dd>
        <template v-for="cheat in said.cheats" :key="cheat.cheat"
          ><dt class="font-semibold">Cheat</dt>
          <dd>{{ cheat.cheat }} {{ cheat.correction }}</dd></template
        >
      </dl>
    </section>
    <div class="grid gap-6 md:grid-cols-2 xl:grid-cols-4 ladders">
      <section v-for="tier in TIERS" :key="tier" :aria-label="`${TIER_NAMES[tier]} ladder`">
        <h2 class="flex items-center gap-2 mb-2"><TierGlyph :tier="tier" :size="30" />{{ TIER_NAMES[tier] }}</h2>
        <p v-if="!movement.ladders[tier]" class="text-faint">
          Meanwhile:
          <NuxtLink :to="`/movements/${movement.standIns[tier]}`" class="underline">{{
            nameOf(movement.standIns[tier] ?? '')
          }}</NuxtLink>
        </p>
        <ol v-else class="flex flex-col-reverse border-x-2 border-line">
          <li
            v-for="variation in movement.ladders[tier]"
            :key="variation.id"
            class="border-t-2 border-line first:border-b-2"
          >
            <button
              class="flex gap-2 items-center w-full text-left p-2 hover:bg-sunk"
              :class="openRung === variation.id ? 'bg-action-soft' : ''"
              :aria-pressed="openRung === variation.id"
              @click="openRung = variation.id"
            >
              <MovementFigure :variation="variation" :height="74" label="" />
              <span class="flex-1 min-w-0"
                ><span class="font-semibold leading-tight block">{{ variation.name }}</span
                ><span class="text-[0.88rem] text-faint">{{ LEVEL_NAMES[variation.level] }}</span
                ><span v-if="standing(tier, variation.level).length" class="block text-[0.88rem] text-action">{{
                  standing(tier, variation.level).join(', ')
                }}</span></span
              >
              <TierGlyph :tier="tier" :level="variation.level" :size="34" />
            </button>
          </li>
        </ol>
      </section>
    </div>
    <div class="grid gap-8 lg:grid-cols-3 no-print">
      <section>
        <h2 class="mb-1">Dose by school</h2>
        <ul>
          <li v-for="school in catalogues.catalogue.schools.values()" :key="school.id">
            <strong class="font-semibold">{{ school.name }}</strong>: {{ doseWords(movement.doses[school.id].dose)
            }}<span
              v-if="roundsWords(movement.doses[school.id].rounds, movement.sides, school.sideOrder)"
              class="text-faint"
              >, {{ roundsWords(movement.doses[school.id].rounds, movement.sides, school.sideOrder) }}</span
            >
          </li>
        </ul>
        <p v-if="movement.rhythmSeconds" class="mt-1 text-faint text-[0.94rem]">
          May be held still or moved slowly in rhythm, {{ movement.rhythmSeconds }} s a move: the plan offers both in
          the same seconds.
        </p>
      </section>
      <section>
        <h2 class="mb-1">Muscles</h2>
        <p v-for="muscle in texts?.muscles.lengthened" :key="`l${muscle.plain}`">
          Lengthened: {{ muscle.plain }} <span class="text-faint">({{ muscle.anatomical }})</span>
        </p>
        <p v-for="muscle in texts?.muscles.working" :key="`w${muscle.plain}`">
          Working: {{ muscle.plain }} <span class="text-faint">({{ muscle.anatomical }})</span>
        </p>
        <p v-if="movement.after.length" class="mt-2">
          Comes after
          <template v-for="(other, at) in movement.after" :key="other"
            >{{ at > 0 ? ', ' : ''
            }}<NuxtLink :to="`/movements/${other}`" class="underline">{{ nameOf(other) }}</NuxtLink></template
          >.
        </p>
        <p v-if="movement.swings.length">
          Paired with
          <template v-for="(other, at) in movement.swings" :key="other"
            >{{ at > 0 ? ' or ' : ''
            }}<NuxtLink :to="`/movements/${other}`" class="underline">{{ nameOf(other) }}</NuxtLink></template
          >, where it can be done.
        </p>
        <p v-if="movement.prepares.length">
          Prepares
          <template v-for="(other, at) in movement.prepares" :key="other"
            >{{ at > 0 ? ', ' : ''
            }}<NuxtLink :to="`/movements/${other}`" class="underline">{{ nameOf(other) }}</NuxtLink></template
          >.
        </p>
      </section>
      <section>
        <h2 class="mb-1">Not offered with</h2>
        <p v-if="blocked.length === 0" class="text-faint">No consideration blocks a rung here.</p>
        <ul>
          <li v-for="{ row, where, names } in blocked" :key="row.id">
            {{ row.name }}: <span class="text-faint">{{ where }}</span><strong
              v-if="names.length"
              class="font-semibold"
            >
              ({{ names.join(', ') }})</strong
            >
          </li>
        </ul>
        <template v-if="watched.length > 0"
          ><h2 class="mt-3 mb-1">Watched with</h2>
          <ul>
            <li v-for="{ row, where, names } in watched" :key="row.id">
              {{ row.name }}: <span class="text-faint">{{ where }}</span><strong
                v-if="names.length"
                class="font-semibold"
              >
                ({{ names.join(', ') }})</strong
              >
            </li>
          </ul></template
        >
      </section>
    </div>
  </div>
</template>

<style scoped>
@media print {
  @page {
    size: A4 landscape;
    margin: 10mm;
  }
  .ladder-page {
    font-size: 12px;
  }
  .ladders {
    grid-template-columns: repeat(4, 1fr);
    gap: 10px;
  }
}
</style>
