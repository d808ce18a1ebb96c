<script setup lang="ts">
import type { Plan } from '~~/core/plan/plan'
import { PlanTag, type ShelfPlan } from '~~/core/plan/shelf'

/**
 * What can be done with a plan of the shelf: tags, a copy, putting away, versions, another circle, a course of weeks.
 */
const { kept } = defineProps<{ kept: ShelfPlan }>()
const shelf = useShelf()
const practice = usePractice()
const { isLead } = useAccount()
const { catalogue } = storeToRefs(useCatalogue())
const circleId = ref(practice.circles[0]?.id ?? '')
const tagText = ref(kept.tags.join(', '))
const wrong = ref('')
const said = ref('')
const panel = ref<'fit' | 'course' | 'versions'>('fit')
const PANELS = { fit: 'Does it fit a circle?', course: 'A course of weeks', versions: 'Versions' } as const

async function tried(work: () => Promise<string>): Promise<void> {
  wrong.value = said.value = ''
  try {
    said.value = await work()
  } catch (error) {
    wrong.value = refusalOf(error).message
  }
}
const saveTags = () =>
  tried(async () => {
    const read = PlanTag.array()
      .max(12, 'Twelve tags at most.')
      .safeParse([
        ...new Set(
          tagText.value
            .split(',')
            .map((word) => word.trim().toLowerCase())
            .filter((word) => word !== ''),
        ),
      ])
    if (!read.success) throw new WrongInput(read.error.issues[0]?.message ?? 'A tag is not right.')
    await shelf.save(kept, { tags: read.data })
    return 'Tags are saved.'
  })
const copy = () =>
  tried(async () => {
    await shelf.add({ ...kept.plan, title: `${kept.plan.title}, a copy`.slice(0, 120) }, kept.tags)
    return 'The copy stands at the top.'
  })
const putAway = () =>
  tried(async () => {
    await shelf.save(kept, { archived: !kept.archived })
    return ''
  })
const bringBack = (plan: Plan) =>
  tried(async () => {
    await shelf.save(kept, { plan })
    return 'The earlier version is the newest again.'
  })
</script>

<template>
  <div class="px-2 pb-6 pt-2 space-y-4" data-test="shelf-tools">
    <p class="text-[0.94rem] text-faint">
      {{ kept.plan.blocks.map((block) => catalogue.movements.get(block.movement)?.name ?? block.movement).join(' · ') }}
    </p>
    <div v-if="isLead" class="flex flex-wrap gap-3 items-end">
      <form class="flex gap-2 items-end" @submit.prevent="saveTags">
        <label
          ><span class="label text-[0.94rem]">Tags, with commas between</span
          ><input v-model="tagText" class="field w-72" /></label
        ><button class="button">Save tags</button>
      </form>
      <button class="button" @click="copy">Copy</button>
      <button class="button" @click="putAway">{{ kept.archived ? 'Take out again' : 'Put away' }}</button>
      <p class="text-faint" role="status">{{ said }}</p>
      <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
    </div>
    <template v-if="isLead">
      <div class="flex flex-wrap gap-2 items-end border-t border-line pt-3">
        <button
          v-for="(words, key) in PANELS"
          :key="key"
          class="button"
          :class="panel === key ? 'button-on' : ''"
          :aria-pressed="panel === key"
          @click="panel = key"
        >
          {{ words }}
        </button>
        <label v-if="panel !== 'versions'" class="ml-auto"
          ><span class="label text-[0.94rem]">Circle</span
          ><select v-model="circleId" class="field w-64">
            <option v-for="circle in practice.circles" :key="circle.id" :value="circle.id">{{ circle.name }}</option>
          </select></label
        >
      </div>
      <Suspense v-if="panel === 'fit'"
        ><ShelfFit :key="`${circleId} ${kept.version}`" :kept="kept" :circle-id="circleId"
      /></Suspense>
      <ShelfCourse v-else-if="panel === 'course'" :key="circleId" :kept="kept" :circle-id="circleId" />
      <Suspense v-else
        ><PlanVersions
          :id="kept.id"
          :key="kept.version"
          :plan="kept.plan"
          :locked="false"
          of="shelf"
          @restore="bringBack"
      /></Suspense>
    </template>
  </div>
</template>
