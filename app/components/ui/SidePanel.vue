<script setup lang="ts">
/** A panel from the right: what lies left of it shrinks and is never covered. */
const { title } = defineProps<{ title: string }>()
const emit = defineEmits<{ close: [] }>()
const panel = useTemplateRef<HTMLElement>('panel')
let before: Element | null = null
onMounted(() => {
  before = document.activeElement
  panel.value?.focus()
})
onBeforeUnmount(() => {
  // Where nothing else took it, the focus goes back to what opened it.
  if (before instanceof HTMLElement && panel.value?.contains(document.activeElement)) before.focus()
})
</script>

<template>
  <aside
    ref="panel"
    role="dialog"
    :aria-label="title"
    tabindex="-1"
    class="side-panel fixed right-0 bottom-0 z-30 bg-raised border-l-2 border-action flex flex-col outline-none no-print"
    @keydown.esc.stop="emit('close')"
  >
    <div class="flex items-center px-5 pt-3 pb-2 gap-3">
      <h2 class="flex-1">{{ title }}</h2>
      <button class="button button-quiet" title="Esc" @click="emit('close')">Close</button>
    </div>
    <div class="flex-1 overflow-y-auto px-5 pb-6" tabindex="0"><slot /></div>
  </aside>
</template>

<style scoped>
.side-panel {
  top: 52px;
  width: min(454px, 100vw);
}
</style>
