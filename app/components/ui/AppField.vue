<script setup lang="ts">
/** A labelled field with its hint and its message; the field itself comes in the slot and takes `id` and `aria`. */
defineProps<{ label: string; wrong?: string; hint?: string }>()
const id = useId()
</script>

<template>
  <div>
    <label class="label" :for="id">{{ label }}</label>
    <slot
      :id="id"
      :field-class="wrong ? 'field field-wrong' : 'field'"
      :aria="{
        'aria-invalid': wrong ? true : undefined,
        'aria-describedby': wrong || hint ? `${id}-words` : undefined,
      }"
    />
    <p v-if="wrong" :id="`${id}-words`" class="wrong" role="alert">{{ wrong }}</p>
    <p v-else-if="hint" :id="`${id}-words`" class="text-faint text-[0.94rem] mt-1">{{ hint }}</p>
  </div>
</template>
