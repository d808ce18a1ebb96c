<script setup lang="ts">
import { formatISO } from 'date-fns'
import { holdingOn } from '~~/core/offer/inForce'
import { countedOpen, openTo } from '~~/core/offer/openTo'
import { rangesOf } from '~~/core/offer/ranges'
import { TIER_NAMES } from '~/words/tiers'

/** What is open to somebody, movement by tier, with what closes the rest and the nearest thing that would open it. */
const id = String(useRoute().params.id)
const { catalogue } = storeToRefs(useCatalogue())
const { store, problem } = await useOpenProfile(id, 'What is open to people is for leads.')
const onlyClosed = ref(true)
const person = computed(() => {
  const { measures } = store.opened
  const on = formatISO(new Date(), { representation: 'date' })
  const considerations = holdingOn(store.person.considerations, { on, records: measures }, catalogue.value)
  return { ...store.person, considerations, ranges: rangesOf(measures, catalogue.value.measures) }
})
const tiers = computed(() =>
  openTo(person.value, catalogue.value).map(({ tier, movements }) => ({
    tier,
    counts: countedOpen(movements),
    movements: onlyClosed.value ? movements.filter(({ closedBy }) => closedBy.length > 0) : movements,
  })),
)
</script>

<template>
  <ProfilePage :id="id" :problem="problem" :title="`What is open to ${store.profile ? store.person.name : ''}`">
    <p class="text-faint">
      By health facts and measured ranges, whatever level they work at. Defer to whoever treats them: a clearance names
      what it opens.
    </p>
    <label class="flex items-center gap-2"
      ><input v-model="onlyClosed" type="checkbox" class="size-5 accent-action" />Only where something is closed</label
    >
    <section v-for="{ tier, counts, movements } in tiers" :key="tier" :aria-label="TIER_NAMES[tier]" :data-tier="tier">
      <h2 class="flex items-center gap-2 mb-1">
        <TierGlyph :tier="tier" :size="30" label="" />{{ TIER_NAMES[tier] }}
        <span class="text-faint text-[1rem] font-normal">
          {{ counts.own }} open<template v-if="counts.standIn > 0">, {{ counts.standIn }} by a stand-in</template
          ><template v-if="counts.breath > 0">, {{ counts.breath }} breath meanwhile</template></span
        >
      </h2>
      <p v-if="movements.length === 0" class="text-faint">Nothing is closed.</p>
      <table v-else class="w-full border-collapse">
        <thead>
          <tr class="text-left text-faint text-[0.94rem]">
            <th class="font-normal pr-4 w-1/5">Movement</th>
            <th class="font-normal pr-4 w-1/4">Open up to</th>
            <th class="font-normal pr-4">Closed by</th>
            <th class="font-normal w-1/5">Opens with</th>
          </tr>
        </thead>
        <tbody class="divide-y divide-line">
          <tr v-for="one in movements" :key="one.movement.id" class="align-top">
            <th scope="row" class="text-left font-semibold pr-4 py-1">
              <NuxtLink :to="`/movements/${one.movement.id}`" class="underline underline-offset-4">{{
                one.movement.name
              }}</NuxtLink>
            </th>
            <td class="pr-4 py-1">
              <template v-if="one.highest"
                >{{ one.highest.level }} · {{ one.highest.name
                }}<template v-if="one.sides !== 'both'">, {{ one.sides }} only</template></template
              ><template v-else-if="one.standIn">{{ one.standIn.name }} stands in</template
              ><template v-else>breath</template>
            </td>
            <td class="pr-4 py-1 text-[0.94rem]">{{ one.closedBy.join('; ') }}</td>
            <td class="py-1 text-[0.94rem]">{{ one.opensWith }}</td>
          </tr>
        </tbody>
      </table>
    </section>
  </ProfilePage>
</template>
