<script setup lang="ts">
import { TIERS } from '~~/core/catalogue/words'
import { TIER_NAMES } from '~/words/tierWords'

/** Everybody of the practice, found by name, with where they work and what is written down. */
const practice = usePractice()
const { isLead } = useAccount()
const { catalogue } = storeToRefs(useCatalogue())
await practice.open()
const asked = ref('')
const found = computed(() => practice.people.filter((person) => person.name.toLowerCase().includes(asked.value.trim().toLowerCase())))
const circlesOf = (id: string) => practice.circles.filter((circle) => circle.members.includes(id)).map((circle) => circle.name).join(', ')
</script>

<template>
  <div class="space-y-4">
    <div class="flex flex-wrap items-end gap-4">
      <h1>People</h1>
      <input v-model="asked" type="search" class="field w-64 ml-auto" placeholder="Find by name" aria-label="Find by name" >
      <NuxtLink v-if="isLead" to="/people/new" class="button button-main">Add a person</NuxtLink>
    </div>
    <p v-if="practice.people.length === 0" class="py-12 text-xl">Nobody is written down yet.</p>
    <table v-else class="w-full border-collapse">
      <thead class="text-left text-faint text-[0.94rem]"><tr><th class="font-normal py-1">Name</th><th class="font-normal">Gets into</th><th class="font-normal">To respect</th><th class="font-normal">Circle</th></tr></thead>
      <tbody class="divide-y divide-line">
        <tr v-for="person in found" :key="person.id" class="hover:bg-sunk">
          <td class="py-1.5"><NuxtLink :to="`/people/${person.id}`" class="flex items-center gap-3 min-h-11 font-semibold"><TierGlyph :tier="person.homeTier" :size="32" />{{ person.name }}</NuxtLink></td>
          <td><span v-for="tier in TIERS" :key="tier"><span v-if="person.access[tier] !== 'no'" class="mr-2 whitespace-nowrap">{{ TIER_NAMES[tier] }}<span v-if="person.access[tier] === 'with-help'" class="text-faint"> with help</span></span></span></td>
          <td class="text-[0.94rem]">{{ isLead ? person.considerations.map((own) => (catalogue.considerations.get(own.consideration)?.name ?? own.consideration) + (own.side === 'both' ? '' : `, ${own.side}`)).join(' · ') : 'seen in Gather' }}</td>
          <td class="text-faint text-[0.94rem]">{{ circlesOf(person.id) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="practice.people.length > 0 && found.length === 0" class="py-6">Nobody has “{{ asked }}” in the name.</p>
  </div>
</template>
