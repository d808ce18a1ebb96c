<script setup lang="ts">
import { ORDER_WORDS, PlanOrder } from '~~/core/plan/order'

/** Which order a plan says it follows. */
const order = defineModel<PlanOrder | null>({ required: true })
defineProps<{ disabled?: boolean }>()
</script>

<template>
  <select
    class="field"
    :value="order ?? ''"
    :disabled="disabled"
    data-test="order"
    @change="order = PlanOrder.nullable().parse(textIn($event) || null)"
  >
    <option value="">none in particular</option>
    <option v-for="one in PlanOrder.options" :key="one" :value="one">{{ ORDER_WORDS[one].name }}</option>
  </select>
</template>
