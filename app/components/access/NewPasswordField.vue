<script setup lang="ts">
/** A password that is being set: shown on request, so that nobody types it twice. */
const { hint = '10 characters at least: a few words that do not belong together.' } = defineProps<{
  label: string
  wrong?: string
  hint?: string
}>()
const password = defineModel<string>({ required: true })
const isShown = ref(false)
</script>

<template>
  <AppField v-slot="{ id, fieldClass, aria }" :label="label" :hint="hint" :wrong="wrong"
    ><div class="flex gap-2">
      <input
        :id="id"
        v-model="password"
        name="password"
        :type="isShown ? 'text' : 'password'"
        :class="fieldClass"
        v-bind="aria"
        autocomplete="new-password"
      /><button type="button" class="button button-quiet shrink-0" :aria-pressed="isShown" @click="isShown = !isShown">
        {{ isShown ? 'Hide' : 'Show' }}
      </button>
    </div></AppField
  >
</template>
