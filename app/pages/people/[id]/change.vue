<script setup lang="ts">
import { erasePerson, readPerson } from '~~/core/contract/people'
import { Participant } from '~~/core/offer/participant'
import { addMonths, format } from 'date-fns'
import { BACKUP_MONTHS } from '~~/core/contract/practice'
import { refusalOf } from '~/composables/useRefusal'

/** What is written down of one person, to change; and their record, to take out or to erase. */
const id = String(useRoute().params.id)
const { isLead } = useAccount()
await useCatalogue().load()
const person = ref<Participant | null>(null)
const problem = ref('')
const said = ref('')
const typedName = ref('')
try {
  person.value = await call(readPerson, { params: { id } })
} catch (error) {
  problem.value = refusalOf(error).message
}
function saved(to: Participant): void {
  said.value = 'Saved.'
  person.value = to
}
async function erase(): Promise<void> {
  try {
    await call(erasePerson, { params: { id } })
    await navigateTo('/people')
  } catch (error) {
    problem.value = refusalOf(error).message
  }
}
</script>

<template>
  <div v-if="problem || !person" class="py-16 space-y-4">
    <h1>{{ problem }}</h1>
    <NuxtLink to="/people" class="button">Back to People</NuxtLink>
  </div>
  <div v-else class="space-y-6">
    <p>
      <NuxtLink :to="`/people/${id}`" class="text-action underline underline-offset-4">{{ person.name }}</NuxtLink>
    </p>
    <h1>What is written down of {{ person.name }}</h1>
    <p v-if="!isLead" class="text-faint">This is for leads.</p>
    <template v-else>
      <p class="text-action" aria-live="polite" data-test="said">{{ said }}</p>
      <PersonForm :key="person.version" :person="person" @saved="saved" />
      <section class="max-w-5xl border-t border-line pt-4 space-y-3">
        <h2>The record</h2>
        <p>Everything that is kept of {{ person.name }}, as one file.</p>
        <p class="flex flex-wrap gap-2">
          <a class="button" :href="`/api/participants/${id}/record`">A text to read</a
          ><a class="button" :href="`/api/participants/${id}/record?as=json`">JSON</a>
        </p>
        <details class="pt-2">
          <summary class="cursor-pointer min-h-11 text-stop font-semibold">Erase the record</summary>
          <div class="space-y-3 mt-2 border-l-4 border-stop pl-4">
            <p>
              When somebody asks for it. Their name, health facts, screenings, measures, levels and decisions go and
              cannot be brought back, with every mention of them in accidents, seatings and texts; in what was noted of
              others a first name that stands alone stays where somebody else bears it too, or where it is a common
              word. Past meetings keep their counts and name nobody.
            </p>
            <p>
              Backups made before today still hold them; the last of those is gone by
              {{ format(addMonths(new Date(), BACKUP_MONTHS), 'd MMMM yyyy') }}. Whatever is restored until then, they
              are erased in it again before anybody sees it. Archives and records that were taken out are yours to
              delete.
            </p>
            <label class="block max-w-md"
              ><span class="label">Type the name to go on</span
              ><input v-model="typedName" class="field" autocomplete="off"
            /></label>
            <button class="button button-stop" :disabled="typedName.trim() !== person.name" @click="erase">
              Erase {{ person.name }}
            </button>
          </div>
        </details>
      </section>
    </template>
  </div>
</template>
