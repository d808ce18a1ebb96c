<script setup lang="ts">
import { valueIn } from '~~/core/entries'
import { placeLevels } from '~~/core/contract/people'
import { getYear } from 'date-fns'
import { LEVEL_NAMES } from '~~/core/catalogue/words'
import { proposeStart, type ProposedStart } from '~~/core/offer/proposeStart'
import { failedTiers } from '~~/core/reflect/gates'
import { refusalOf } from '~/composables/useRefusal'
import { TIER_NAMES } from '~/words/tiers'

/** First placement: a level on every ladder that has none yet, with its reason, accepted or changed in one go. */
const id = String(useRoute().params.id)
const { catalogue } = storeToRefs(useCatalogue())
const message = ref('')
const chosen = ref<Record<string, number | null>>({})
const { store, problem } = await useOpenProfile(id, 'Placing people is for leads.')
const keyOf = (proposal: ProposedStart) => `${proposal.movement} ${proposal.tier}`
const proposals = computed(() =>
  store.profile
    ? proposeStart(
        store.person,
        { records: store.profile.measures, failedGates: failedTiers(store.gates) },
        catalogue.value,
        getYear(new Date()),
      )
    : [],
)
const levelOf = (proposal: ProposedStart) =>
  keyOf(proposal) in chosen.value ? valueIn(chosen.value, keyOf(proposal)) : proposal.level
const tiers = computed(() => [...new Set(proposals.value.map((proposal) => proposal.tier))])
const changed = computed(() => proposals.value.filter((proposal) => levelOf(proposal) !== proposal.level).length)

async function accept(): Promise<void> {
  const levels = proposals.value.flatMap(({ movement, tier, ...proposal }) => {
    const level = levelOf({ movement, tier, ...proposal })
    return level === null ? [] : [{ movement, tier, side: 'both' as const, level }]
  })
  try {
    await call(placeLevels, { params: { id }, body: { levels } })
    await navigateTo(`/people/${id}`)
  } catch (error) {
    message.value = refusalOf(error).message
  }
}
</script>

<template>
  <ProfilePage :id="id" :problem="problem" :title="`Where ${store.profile ? store.person.name : ''} starts`">
    <template v-if="proposals.length === 0"
      ><p>Every ladder that is open has a level already.</p>
      <NuxtLink :to="`/people/${id}/change`" class="button">Change levels by hand</NuxtLink></template
    >
    <template v-else>
      <p class="text-faint">
        A proposal for every ladder without a level. A first time is never loaded; the first meetings find the right one
        quickly.
      </p>
      <section v-for="tier in tiers" :key="tier" :aria-label="TIER_NAMES[tier]">
        <h2 class="flex items-center gap-2 mb-1">
          <TierGlyph :tier="tier" :size="30" label="" /><span
            >{{ TIER_NAMES[tier]
            }}<span v-if="tier === store.person.homeTier" class="text-faint font-normal">, the home tier</span></span
          >
        </h2>
        <table class="w-full border-collapse">
          <tbody class="divide-y divide-line">
            <tr v-for="proposal in proposals.filter((other) => other.tier === tier)" :key="keyOf(proposal)">
              <th scope="row" class="text-left font-normal py-1 pr-4 w-72">
                {{ catalogue.movements.get(proposal.movement)?.name }}
              </th>
              <td class="pr-4 w-72">
                <span class="flex items-center gap-2"
                  ><TierGlyph :tier="tier" :level="levelOf(proposal)" :size="32" />
                  <select
                    class="field"
                    :value="levelOf(proposal) ?? ''"
                    :aria-label="`${catalogue.movements.get(proposal.movement)?.name}: start in the ${tier} tier`"
                    @change="chosen[keyOf(proposal)] = Number(textIn($event)) || null"
                  >
                    <option
                      v-for="rung in catalogue.movements
                        .get(proposal.movement)
                        ?.ladders[tier]?.filter((other) => other.level < 5)"
                      :key="rung.level"
                      :value="rung.level"
                    >
                      {{ rung.level }} · {{ LEVEL_NAMES[rung.level] }}
                    </option>
                    <option value="">leave open</option>
                  </select></span
                >
              </td>
              <td class="text-faint text-[0.94rem]">{{ proposal.because }}</td>
            </tr>
          </tbody>
        </table>
      </section>
      <div class="sticky bottom-0 bg-ground border-t border-line py-3 flex items-center gap-4">
        <button class="button button-main" @click="accept">
          Accept {{ proposals.length }} levels{{ changed > 0 ? `, ${changed} changed` : '' }}
        </button>
        <p v-if="message" class="wrong" role="alert">{{ message }}</p>
      </div>
    </template>
  </ProfilePage>
</template>
