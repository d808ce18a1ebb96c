<script setup lang="ts">
import { entryAt } from '~~/core/entries'
import { readPlanVersions, type PlanVersion } from '~~/core/contract/meetings'
import { readShelfVersions } from '~~/core/contract/shelf'
import { format } from 'date-fns'
import { changesBetween } from '~~/core/plan/changesBetween'
import { Plan } from '~~/core/plan/plan'
import { refusalOf } from '~/composables/useRefusal'

/** Earlier versions of the plan with what changed after each; one can be brought back, in one step. */
const { plan, of, id } = defineProps<{
  plan: Plan
  locked: boolean
  /** Whose plan it is. */ of: 'meeting' | 'shelf'
  id: string
}>()
const emit = defineEmits<{ restore: [plan: Plan] }>()
const { catalogue } = storeToRefs(useCatalogue())
const versions = ref<PlanVersion[]>([])
const problem = ref('')
try {
  versions.value = await call(of === 'meeting' ? readPlanVersions : readShelfVersions, { params: { id } })
} catch (error) {
  problem.value = refusalOf(error).message
}
/** Quick savings of one thing are folded: only versions that something followed are shown. */
const lines = computed(() =>
  versions.value.flatMap((version, at) => {
    const changes = changesBetween(
      version.plan,
      at === 0 ? plan : entryAt(versions.value, at - 1).plan,
      catalogue.value,
    )
    return changes.length === 0 ? [] : [{ version, changes }]
  }),
)
</script>

<template>
  <section aria-label="Earlier versions" class="space-y-2">
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-else-if="lines.length === 0" class="text-faint">There is no earlier version.</p>
    <ol class="divide-y divide-line">
      <li
        v-for="{ version, changes } in lines"
        :key="version.version"
        class="py-2 flex flex-wrap items-center gap-x-4 gap-y-1"
        :data-version="version.version"
      >
        <span class="numerals w-44 text-faint">{{ format(version.savedAt, 'd MMM yyyy, HH:mm') }}</span><span
          class="w-40"
          >{{ version.savedBy }}</span
        ><span class="flex-1 min-w-64"
          >{{ changes.slice(0, 4).join('; ')
          }}<template v-if="changes.length > 4">; and {{ changes.length - 4 }} more</template>.</span
        ><button v-if="!locked" class="button" @click="emit('restore', version.plan)">Back to before this</button>
      </li>
    </ol>
  </section>
</template>
