<script setup lang="ts">
import { readRoster } from '~~/core/contract/people'
import type { ReplyOf } from '~~/core/contract/route'
import { format, formatISO } from 'date-fns'
import { watchDebounced } from '@vueuse/core'
import { TIERS } from '~~/core/catalogue/words'
import type { Participant } from '~~/core/offer/participant'
import { inForce } from '~~/core/offer/inForce'
import { screeningDue } from '~~/core/offer/screeningDue'
import { TIER_NAMES } from '~/words/tiers'

/**
 * People of the practice, found by name a page at a time, with where they work, what is written down, and who is to be
 * screened.
 */
const PAGE = 100
const { isLead } = useAccount()
const { catalogue } = storeToRefs(useCatalogue())
await useCatalogue().load()
const asked = ref('')
const roster = ref<ReplyOf<typeof readRoster>>({ people: [], total: 0 })
async function fetchPage(offset: number): Promise<void> {
  const page = await call(readRoster, { query: { words: asked.value.trim(), offset, limit: PAGE } })
  roster.value = { total: page.total, people: offset === 0 ? page.people : [...roster.value.people, ...page.people] }
}
await fetchPage(0)
watchDebounced(asked, () => fetchPage(0), { debounce: 150 })
const today = formatISO(new Date(), { representation: 'date' })
const respect = (person: Participant) =>
  inForce(person.considerations, today)
    .map(
      (own) =>
        (catalogue.value.considerations.get(own.consideration)?.name ?? own.consideration) +
        (own.side === 'both' ? '' : `, ${own.side}`),
    )
    .join(' · ')
</script>

<template>
  <div class="space-y-4">
    <div class="flex flex-wrap items-end gap-3">
      <h1>People</h1>
      <input
        v-model="asked"
        type="search"
        class="field w-64 ml-auto"
        placeholder="Find by name"
        aria-label="Find by name"
      />
      <template v-if="isLead"
        ><NuxtLink to="/people/import" class="button">Spreadsheets</NuxtLink
        ><NuxtLink to="/people/log" class="button">Who looked</NuxtLink
        ><NuxtLink to="/people/new" class="button button-main">Add a person</NuxtLink></template
      >
    </div>
    <p v-if="roster.total === 0 && asked === ''" class="py-12 text-xl">Nobody is written down yet.</p>
    <table v-else class="w-full border-collapse">
      <thead class="text-left text-faint text-[0.94rem]">
        <tr>
          <th class="font-normal py-1">Name</th>
          <th class="font-normal hidden sm:table-cell">Gets into</th>
          <th class="font-normal hidden md:table-cell">To respect</th>
          <th class="font-normal">Screened</th>
        </tr>
      </thead>
      <tbody class="divide-y divide-line">
        <tr v-for="person in roster.people" :key="person.id" class="hover:bg-sunk">
          <td class="py-1.5">
            <NuxtLink :to="`/people/${person.id}`" class="flex items-center gap-3 min-h-11 font-semibold"
              ><TierGlyph :tier="person.homeTier" :size="32" />{{ person.name }}</NuxtLink
            >
          </td>
          <td class="hidden sm:table-cell">
            <span v-for="tier in TIERS" :key="tier"
              ><span v-if="person.access[tier] !== 'no'" class="mr-2 whitespace-nowrap"
                >{{ TIER_NAMES[tier]
                }}<span v-if="person.access[tier] === 'with-help'" class="text-faint"> with help</span></span
              ></span
            >
          </td>
          <td class="text-[0.94rem] hidden md:table-cell">{{ isLead ? respect(person) : 'seen in Gather' }}</td>
          <td class="text-[0.94rem] whitespace-nowrap">
            <span v-if="screeningDue(person, today, null, catalogue.judgement)" class="border-l-4 border-mark pl-2">{{
              person.screenedOn === null ? 'not yet' : 'again'
            }}</span><span v-else-if="person.screenedOn" class="text-faint">{{
              format(person.screenedOn, 'd MMM yyyy')
            }}</span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="asked !== '' && roster.total === 0" class="py-6">Nobody has “{{ asked }}” in the name.</p>
    <button v-if="roster.people.length < roster.total" class="button" @click="fetchPage(roster.people.length)">
      Show more: {{ roster.total - roster.people.length }} left
    </button>
  </div>
</template>
