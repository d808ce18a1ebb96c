<script setup lang="ts">
import { format, parseISO } from 'date-fns'
import { doseWords } from '~~/core/plan/doseWords'

/**
 * Take home: three to five movements that are safe alone, how often and onto what they are hung, a handout, a file that
 * plays and a calendar, and what comes back.
 */
const id = String(useRoute().params.id)
const { catalogue } = storeToRefs(useCatalogue())
const { problem } = await useOpenProfile(id, 'Home practice is chosen by a lead.')
const home = useHome(id)
const { known, stored, chosen, fields, wrong, message, said, offered } = home
if (!problem.value) await home.open()
const variationOf = (entry: { variation: string }) => catalogue.value.variations.get(entry.variation)
const nameOf = (movement: string) => catalogue.value.movements.get(movement)?.name ?? movement
const handout = computed(() => known.value?.handout ?? null)
</script>

<template>
  <ProfilePage :id="id" :problem="problem" title="Take home">
    <p class="text-faint">
      Proposed: what was done lately, one level easier than in class, nothing that is not done alone, and only props
      that are at home.
    </p>
    <p v-if="offered.length === 0">
      Nothing is safe alone with what is known. Write down what they have at home, under
      <NuxtLink :to="`/people/${id}/change`" class="underline">Change</NuxtLink>.
    </p>
    <ul class="divide-y divide-line">
      <li v-for="one in offered" :key="one.movement">
        <label class="flex items-center gap-4 py-2 cursor-pointer"
          ><input
            v-model="chosen"
            type="checkbox"
            class="size-5 accent-action"
            :value="one.movement"
            :disabled="!chosen.includes(one.movement) && chosen.length >= 5"
          /><MovementFigure v-if="variationOf(one)" :variation="variationOf(one)!" :height="56" label="" /><span
            class="flex-1"
            ><strong class="font-semibold">{{ nameOf(one.movement) }}</strong
            >: {{ variationOf(one)?.name
            }}<span class="block text-[0.94rem] text-faint"
              >{{ doseWords(one.dose) }}<template v-if="one.rounds > 1"> × {{ one.rounds }}</template
              >. {{ one.because }}</span
            ></span
          ></label
        >
      </li>
    </ul>
    <form class="flex flex-wrap gap-4 items-start" novalidate @submit.prevent="home.save()">
      <AppField
        v-slot="{ id: field, fieldClass, aria }"
        :label="`Days a week${stored || !known?.school ? '' : `, as ${known.school} does`}`"
        class="w-56"
        :wrong="wrong.daysAWeek"
        ><input :id="field" v-model.number="fields.daysAWeek" inputmode="numeric" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField
        v-slot="{ id: field, fieldClass, aria }"
        label="At, for instance 08:30, 19:00"
        class="w-64"
        :wrong="wrong['times.0'] ?? wrong['times.1'] ?? wrong.times"
        ><input :id="field" v-model="fields.times" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id: field, fieldClass }" label="A word to them" class="flex-1 min-w-60"
        ><input :id="field" v-model="fields.note" maxlength="300" :class="fieldClass"
      /></AppField>
      <HomeHabits :count="chosen.length" :home="home" />
      <div class="flex flex-wrap gap-3 items-center w-full">
        <button class="button button-main">Keep it</button
        ><template v-if="stored"
          ><a class="button" :href="`/api/participants/${id}/home/handout`" target="_blank">Handout, PDF</a
          ><a class="button" :href="`/api/participants/${id}/home/page`">File that plays</a
          ><a class="button" :href="`/api/participants/${id}/home/calendar`">Calendar with reminders</a></template
        >
        <p class="text-action" role="status" data-test="said">{{ said }}</p>
        <p v-if="message" class="wrong" role="alert">{{ message }}</p>
        <p v-if="handout" class="w-full text-faint text-[0.94rem]" data-test="good-until">
          Handout {{ handout.number }} of {{ format(parseISO(handout.madeOn), 'd MMMM') }} is good until
          {{ format(parseISO(handout.goodUntil), 'd MMMM') }}.
        </p>
        <p v-if="handout?.outOfDate.length" class="w-full border-l-4 border-mark pl-3" data-test="out-of-date">
          It does not hold any more: {{ handout.outOfDate.join(' ') }} Keep it anew, and hand it out again.
        </p>
      </div>
    </form>
    <section v-if="stored && known" aria-label="What was brought back" class="space-y-4">
      <h2>Brought back</h2>
      <HomeBack :id="id" :home="home" />
      <p class="text-faint text-[0.94rem]">
        Or tap the days that are ticked on the sheet; the last four weeks. Tap again for how it was: + easy, − hard, !
        it hurt, which is remembered until somebody has looked at it.
      </p>
      <HomeTicks :id="id" :stored="stored" :home="home" />
      <HomeTold :known="known" />
      <HomeLink :home="home" />
    </section>
  </ProfilePage>
</template>
