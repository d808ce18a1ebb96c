<script setup lang="ts">
import { format } from 'date-fns'
import { foundOnShelf, type ShelfPlan } from '~~/core/plan/shelf'

/** The shelf: plans found by words and tags, each as the strip of its blocks. */
const selected = defineModel<string | null>('selected', { required: true })
const shelf = useShelf()
const { catalogue } = storeToRefs(useCatalogue())
const asked = ref('')
const tag = ref<string | null>(null)
const withPutAway = ref(false)

const tags = computed(() => [...new Set(shelf.plans.flatMap((kept) => kept.tags))].sort())
const nameOf = (id: string) => catalogue.value.movements.get(id)?.name ?? id
const found = computed(() =>
  foundOnShelf(shelf.plans, asked.value, nameOf).filter(
    (kept) => (withPutAway.value || !kept.archived) && (tag.value === null || kept.tags.includes(tag.value)),
  ),
)
const PHASE_TONES: Record<string, string> = {
  settle: 'bg-sunk',
  warm: 'bg-mark-soft',
  main: 'bg-action-soft',
  'long-holds': 'bg-action/40',
  close: 'bg-sunk',
}
const stripOf = ({ plan }: ShelfPlan) =>
  plan.blocks.map((block) => ({
    id: block.id,
    name: nameOf(block.movement),
    tone: PHASE_TONES[catalogue.value.movements.get(block.movement)?.phase ?? 'main'],
  }))
</script>

<template>
  <div class="space-y-3">
    <div class="flex flex-wrap gap-3 items-center">
      <input
        v-model="asked"
        type="search"
        class="field w-80"
        placeholder="Title, aim, tag or movement"
        aria-label="Search the shelf"
      />
      <button
        v-for="word in tags"
        :key="word"
        class="button py-0"
        :class="tag === word ? 'button-on' : 'button-quiet'"
        :aria-pressed="tag === word"
        @click="tag = tag === word ? null : word"
      >
        {{ word }}
      </button>
      <label class="ml-auto flex items-center gap-2 min-h-11"
        ><input v-model="withPutAway" type="checkbox" class="size-5 accent-action" />Also those put away</label
      >
    </div>
    <ul class="divide-y divide-line border-y border-line">
      <li v-for="kept in found" :key="kept.id">
        <button
          class="w-full text-left grid grid-cols-[minmax(0,1fr)_minmax(0,22rem)] gap-x-6 items-center py-3 px-2 rounded-lg"
          :class="selected === kept.id ? 'bg-action-soft' : 'hover:bg-sunk'"
          :aria-expanded="selected === kept.id"
          @click="selected = selected === kept.id ? null : kept.id"
        >
          <span>
            <strong class="font-semibold">{{ kept.plan.title || 'No title yet' }}</strong><span
              v-if="kept.archived"
              class="text-faint"
            >
              (put away)</span
            >
            <span class="block text-[0.94rem] text-faint">{{
              [
                kept.plan.aim?.name,
                `${kept.plan.minutes} min`,
                `${kept.plan.blocks.length} blocks`,
                catalogue.schools.get(kept.plan.school)?.name,
                ...kept.tags,
              ]
                .filter(Boolean)
                .join(' · ')
            }}</span>
          </span>
          <span
            ><span class="flex h-5 rounded overflow-hidden border border-line" aria-hidden="true"
              ><span
                v-for="block in stripOf(kept)"
                :key="block.id"
                class="flex-1 border-r border-line last:border-0"
                :class="block.tone"
                :title="block.name" /></span
            ><span class="block text-[0.82rem] text-faint mt-1"
              >Version {{ kept.version }}, {{ format(kept.savedAt, 'd MMM yyyy') }}, {{ kept.savedBy }}</span
            ></span
          >
        </button>
        <slot v-if="selected === kept.id" :kept="kept" />
      </li>
    </ul>
    <p v-if="shelf.plans.length === 0" class="text-faint">
      Nothing is on the shelf yet. Open a plan and press “To the shelf”: it is kept for other meetings and other
      circles.
    </p>
    <p v-else-if="found.length === 0" class="text-faint">
      No plan has these words. Try fewer, or look among those put away.
    </p>
  </div>
</template>
