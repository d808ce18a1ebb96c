<script setup lang="ts">
import { format } from 'date-fns'
import { z } from 'zod'
import { changesBetween } from '~~/core/plan/changesBetween'
import { Plan } from '~~/core/plan/plan'
import type { ShelfPlan } from '~~/core/plan/shelf'

/** Earlier versions of a plan on the shelf: what is other now, and a way back. */
const { kept } = defineProps<{ kept: ShelfPlan }>()
const emit = defineEmits<{ restore: [plan: Plan] }>()
const { catalogue } = storeToRefs(useCatalogue())
const versions = z.array(z.object({ version: z.number(), plan: Plan, savedBy: z.string(), savedAt: z.string() })).parse(await $fetch(`/api/shelf/${kept.id}/versions`))
const changesSince = (plan: Plan) => changesBetween(plan, kept.plan, catalogue.value)
</script>

<template>
  <ul v-if="versions.length > 0" class="divide-y divide-line"><li v-for="{ version, plan, savedBy, savedAt } in versions" :key="version" class="flex gap-4 items-start py-2"><span class="w-44 text-faint numerals">{{ version }}, {{ format(savedAt, 'd MMM yyyy') }}, {{ savedBy }}</span><span class="flex-1">Since then: {{ changesSince(plan).join('; ') || 'the same' }}</span><button class="button" @click="emit('restore', plan)">Bring back</button></li></ul>
  <p v-else class="text-faint">There is only this version. Keeping a plan of the same title makes the next one.</p>
</template>
