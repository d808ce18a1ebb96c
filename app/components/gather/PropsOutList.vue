<script setup lang="ts">
import { ownProps } from '~~/core/check/propChecks'
import { propsOut } from '~~/core/room/propsOut'

/** What to lay out beside each station before the start, what is handed over in between, and what is short. */
const meeting = useMeeting()
const { catalogue } = storeToRefs(useCatalogue())
const personOf = (id: string) => meeting.personOf(id)
const isHome = (id: string) => personOf(id)?.joins === 'video'
const all = computed(() =>
  propsOut(
    meeting.ridersPresent.map((rider) => ({ ...rider, ...ownProps(personOf(rider.id)) })),
    meeting.opened.venue.cupboard,
    catalogue.value,
  ),
)
/** In the room; those who join by video have a list of their own. */
const out = computed(() => ({
  ...all.value,
  replaced: all.value.replaced.filter((one) => !isHome(one.person)),
  short: all.value.short.filter((one) => !isHome(one.person)),
  fetches: all.value.fetches.filter((one) => !isHome(one.person)),
}))
const atHome = computed(() =>
  meeting.ridersPresent
    .filter((rider) => isHome(rider.id))
    .map((rider) => ({
      rider,
      lies: all.value.laidOut.get(rider.id),
      replaced: all.value.replaced.filter((one) => one.person === rider.id),
      short: all.value.short.filter((one) => one.person === rider.id),
    })),
)
const nameOf = meeting.calledOf
const propWords = (prop: string, count: number) =>
  `${count} ${(count === 1 ? catalogue.value.props.get(prop)?.name : catalogue.value.props.get(prop)?.plural) ?? prop}`
const movementAt = (index: number) =>
  (catalogue.value.movements.get(meeting.planned.blocks[index]?.movement ?? '')?.name ?? '').toLowerCase()
const stations = computed(() =>
  meeting.ridersPresent
    .filter((rider) => !isHome(rider.id))
    .map((rider) => ({
      rider,
      lies: [...(out.value.laidOut.get(rider.id) ?? [])].map(([prop, count]) => propWords(prop, count)).join(', '),
    })),
)
const total = computed(() => {
  const sums = new Map<string, number>()
  for (const [id, own] of out.value.laidOut)
    if (!isHome(id)) for (const [prop, count] of own) sums.set(prop, (sums.get(prop) ?? 0) + count)
  return [...sums].map(([prop, count]) => propWords(prop, count)).join(', ')
})
</script>

<template>
  <section aria-label="Props" class="grid gap-x-10 gap-y-4 lg:grid-cols-2" data-test="props">
    <div>
      <h2 class="mb-2">Beside each station, before the start</h2>
      <p class="text-faint mb-2">From the cupboard: {{ total || 'nothing' }}.</p>
      <ul class="divide-y divide-line">
        <li v-for="{ rider, lies } in stations" :key="rider.id" class="flex items-center gap-3 py-1.5">
          <TierGlyph :tier="rider.tier" :size="26" /><strong class="font-semibold w-28">{{ nameOf(rider.id) }}</strong
          ><span>{{ lies || 'nothing' }}</span>
        </li>
      </ul>
    </div>
    <div class="space-y-4">
      <div v-if="out.short.length > 0">
        <h2>Short</h2>
        <ul>
          <li
            v-for="one in out.short"
            :key="`${one.index} ${one.person} ${one.prop}`"
            class="border-l-4 border-stop pl-3"
          >
            {{ propWords(one.prop, one.count) }} for {{ nameOf(one.person) }} in {{ movementAt(one.index) }}: nothing
            replaces it. Choose another version in Offers.
          </li>
        </ul>
      </div>
      <div v-if="out.replaced.length > 0">
        <h2>Instead</h2>
        <ul>
          <li v-for="one in out.replaced" :key="`${one.index} ${one.person} ${one.taken}`">
            {{ nameOf(one.person) }}: {{ propWords(one.taken, one.count) }} for {{ propWords(one.wanted, one.count) }},
            in {{ movementAt(one.index) }}
          </li>
        </ul>
      </div>
      <div v-if="out.fetches.length > 0">
        <h2>Handed over in between</h2>
        <p class="text-faint text-[0.94rem]">About 15 s each.</p>
        <ul>
          <li v-for="one in out.fetches" :key="`${one.index} ${one.person} ${one.prop}`">
            {{ propWords(one.prop, one.count) }} to {{ nameOf(one.person) }}, for {{ movementAt(one.index) }}
          </li>
        </ul>
      </div>
      <div v-if="atHome.length > 0">
        <h2>At home, by video</h2>
        <ul class="space-y-1">
          <li v-for="one in atHome" :key="one.rider.id">
            <strong class="font-semibold">{{ nameOf(one.rider.id) }}</strong>:
            {{ [...(one.lies ?? [])].map(([prop, count]) => propWords(prop, count)).join(', ') || 'nothing is needed'
            }}<span v-for="need in one.replaced" :key="`${need.index} ${need.taken}`"
              >; {{ propWords(need.taken, need.count) }} for {{ propWords(need.wanted, need.count) }}</span
            ><span v-for="need in one.short" :key="`${need.index} ${need.prop}`" class="text-stop"
              >; {{ propWords(need.prop, need.count) }} is not there for {{ movementAt(need.index) }}</span
            >
          </li>
        </ul>
      </div>
      <p v-if="out.short.length + out.replaced.length + out.fetches.length === 0">
        Everything lies ready: nothing is short, nothing has to be fetched.
      </p>
    </div>
  </section>
</template>
