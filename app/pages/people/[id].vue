<script setup lang="ts">
import { format } from 'date-fns'
import { z } from 'zod'
import { Participant } from '~~/core/offer/participant'
import { Tier } from '~~/core/catalogue/words'
import { refusalOf } from '~/composables/useRefusal'

/** One person: what is written down, and the ledger of what was decided. `new` adds one. */
const id = String(useRoute().params.id)
const { isLead } = useAccount()
const catalogues = useCatalogue()
const Entry = z.object({ id: z.string(), movement: z.string(), tier: Tier, fromLevel: z.number(), toLevel: z.number(), answer: z.enum(['accepted', 'changed']), because: z.string(), reason: z.string(), decidedBy: z.string(), decidedAt: z.string() })
const person = ref<Participant | null>(null)
const ledger = ref<z.infer<typeof Entry>[]>([])
const problem = ref('')
const said = ref('')
const showFits = ref(false)

await catalogues.load()
if (id !== 'new') {
  try {
    person.value = Participant.parse(await $fetch(`/api/participants/${id}`))
    if (isLead.value) ledger.value = z.array(Entry).parse(await $fetch(`/api/participants/${id}/ledger`))
  } catch (error) {
    problem.value = refusalOf(error).message
  }
}
const moved = computed(() => ledger.value.filter((entry) => entry.fromLevel !== entry.toLevel || entry.answer === 'changed'))

async function saved(to: Participant): Promise<void> {
  said.value = 'Saved.'
  if (id === 'new') await navigateTo(`/people/${to.id}`)
  else person.value = to
}
</script>

<template>
  <div v-if="problem" class="py-16 space-y-4"><h1>{{ problem }}</h1><NuxtLink to="/people" class="button">Back to People</NuxtLink></div>
  <div v-else class="space-y-6">
    <p><NuxtLink to="/people" class="text-action underline underline-offset-4">People</NuxtLink></p>
    <h1>{{ person?.name ?? 'A new person' }}</h1>
    <p v-if="!isLead" class="text-faint">What is written down of people is for leads. What today needs is shown in Gather.</p>
    <template v-else>
      <p class="sr-only" aria-live="polite">{{ said }}</p>
      <p v-if="said" class="text-action" data-test="said">{{ said }}</p>
      <PersonForm :key="person?.version ?? 0" :person="person" @saved="saved" />
      <details v-if="person?.heightCm" class="border-t border-line pt-3" @toggle="showFits = ($event.target as HTMLDetailsElement).open"><summary class="cursor-pointer font-semibold text-[1.2rem] min-h-11">What fits this body</summary><PersonFits v-if="showFits" :height-cm="person.heightCm" class="mt-3" /></details>
      <section v-if="moved.length > 0" class="max-w-5xl">
        <h2 class="mb-2">What was decided</h2>
        <ul class="divide-y divide-line">
          <li v-for="entry in moved" :key="entry.id" class="py-2 flex gap-4">
            <span class="w-24 shrink-0 text-faint">{{ format(entry.decidedAt, 'd MMM yyyy') }}</span>
            <TierGlyph :tier="entry.tier" :level="entry.toLevel" :size="30" />
            <span>{{ catalogues.catalogue.movements.get(entry.movement)?.name }}: level {{ entry.fromLevel }} to {{ entry.toLevel }}. <span class="text-faint">{{ entry.because }} {{ entry.answer === 'accepted' ? 'Accepted' : 'Changed' }} by {{ entry.decidedBy }}{{ entry.reason ? `: ${entry.reason}` : '.' }}</span></span>
          </li>
        </ul>
      </section>
    </template>
  </div>
</template>
