<script setup lang="ts">
import { offerAgain as offer, readLedger, walkBack as takeBack } from '~~/core/contract/people'
import type { LedgerEntry } from '~~/core/contract/ledger'
import type { Tier } from '~~/core/catalogue/words'
import { refusalOf } from '~/composables/useRefusal'

/**
 * Every change of level, dial and tier: who, when, why, on which evidence; the newest of its kind can be walked back.
 */
const id = String(useRoute().params.id)
const { store, problem } = await useOpenProfile(id, 'The ledger is for leads.')
const { catalogue } = storeToRefs(useCatalogue())
const entries = ref<LedgerEntry[]>([])
const only = ref<'changes' | 'all'>('changes')
const walking = ref('')
const reason = ref('')
const wrong = ref('')
const lookedAt = reactive<Record<string, string>>({})
if (!problem.value) entries.value = await call(readLedger, { params: { id } })

const isChange = (entry: LedgerEntry) =>
  entry.fromLevel !== entry.toLevel || entry.words !== '' || entry.answer !== 'accepted'
const shown = computed(() => (only.value === 'all' ? entries.value : entries.value.filter(isChange)))
const ladderOf = (entry: LedgerEntry) => (entry.kind === 'tier' ? 'tier' : `${entry.movement} ${entry.tier}`)
const stands = ({ kind, undoes, isUndone, isReplaced }: LedgerEntry) =>
  kind !== 'facts' && undoes === null && !isUndone && !isReplaced
/** Only the newest standing entry of a ladder, or of the tiers, can be taken back. */
const newest = computed(() => {
  const known = new Map<string, string>()
  for (const entry of entries.value)
    if (stands(entry) && !known.has(ladderOf(entry))) known.set(ladderOf(entry), entry.id)
  return new Set(known.values())
})
async function walkBack(entry: LedgerEntry): Promise<void> {
  wrong.value = ''
  try {
    entries.value = await call(takeBack, { params: { id, entry: entry.id }, body: { reason: reason.value } })
    walking.value = reason.value = ''
    await store.open(id)
  } catch (error) {
    wrong.value = refusalOf(error).fields.reason ?? refusalOf(error).message
  }
}
async function offerAgain(movement: string, tier: Tier): Promise<void> {
  wrong.value = ''
  try {
    await call(offer, { params: { id }, body: { movement, tier, reason: lookedAt[`${movement} ${tier}`] ?? '' } })
    await store.open(id)
    entries.value = await call(readLedger, { params: { id } })
  } catch (error) {
    wrong.value = refusalOf(error).fields.reason ?? refusalOf(error).message
  }
}
</script>

<template>
  <ProfilePage :id="id" :problem="problem" title="Ledger">
    <section
      v-if="store.person.leftOut.length > 0"
      aria-label="Left out"
      class="border-l-4 border-stop pl-4 space-y-2"
      data-test="left-out"
    >
      <h2>Left out until a lead has looked</h2>
      <p
        v-for="row in store.person.leftOut"
        :key="`${row.movement} ${row.tier}`"
        class="flex flex-wrap items-end gap-3"
      >
        <span class="flex-1 min-w-60"
          >{{ catalogue.movements.get(row.movement)?.name }}, {{ row.tier }}. It hurt twice running; a clinician should
          look at it.</span
        ><label class="flex-1 min-w-60"
          ><span class="label text-[0.88rem]">What was found</span
          ><input v-model="lookedAt[`${row.movement} ${row.tier}`]" class="field" maxlength="300" /></label
        ><button class="button" @click="offerAgain(row.movement, row.tier)">Offer it again</button>
      </p>
    </section>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    <div class="flex rounded-full border border-line overflow-hidden w-fit" role="group" aria-label="Which entries">
      <button
        class="px-4 min-h-11"
        :class="only === 'changes' ? 'bg-action-soft font-semibold' : ''"
        :aria-pressed="only === 'changes'"
        @click="only = 'changes'"
      >
        What changed</button
      ><button
        class="px-4 min-h-11"
        :class="only === 'all' ? 'bg-action-soft font-semibold' : ''"
        :aria-pressed="only === 'all'"
        @click="only = 'all'"
      >
        Everything decided
      </button>
    </div>
    <p v-if="shown.length === 0" class="text-faint">
      Nothing is decided yet. Decisions come from Reflect, after a class.
    </p>
    <ul class="divide-y divide-line">
      <LedgerRow v-for="entry in shown" :key="entry.id" :entry="entry">
        <form
          v-if="walking === entry.id"
          class="flex flex-wrap gap-2 items-end"
          novalidate
          @submit.prevent="walkBack(entry)"
        >
          <label
            ><span class="label text-[0.88rem]">Why</span
            ><input v-model="reason" class="field w-56" maxlength="300" /></label
          ><button class="button button-main">Take it back</button
          ><button type="button" class="button button-quiet" @click="walking = ''">Leave it</button>
        </form>
        <button
          v-else-if="newest.has(entry.id) && isChange(entry)"
          class="button button-quiet"
          @click="((walking = entry.id), (reason = ''))"
        >
          Walk back
        </button>
      </LedgerRow>
    </ul>
  </ProfilePage>
</template>
