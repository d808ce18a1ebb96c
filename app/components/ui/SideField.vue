<script setup lang="ts">
import { Side } from '~~/core/catalogue/words'
import { NO_SIDE } from '~/composables/fields'

/** Which side of the body: asked, never assumed. */
const side = defineModel<Side>({ required: true })
defineProps<{ wrong?: string }>()
</script>

<template>
  <AppField v-slot="{ id, fieldClass, aria }" label="Which side?" :wrong="wrong" class="w-36"
    ><select :id="id" v-model="side" :class="fieldClass" v-bind="aria">
      <option :value="NO_SIDE" disabled>Choose</option>
      <option v-for="one in Side.options" :key="one" :value="one">{{ one }}</option>
    </select></AppField
  >
</template>
