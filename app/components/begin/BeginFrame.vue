<script setup lang="ts">
/** Three questions at the left, what comes of them at the right. */
</script>

<template>
  <div class="grid lg:grid-cols-[minmax(0,1fr)_minmax(0,35rem)] gap-x-10 gap-y-8 items-start">
    <div class="max-w-[42rem] min-w-0">
      <h1 class="text-[2.1rem] mb-5">Three questions, then a first class</h1>
      <slot />
    </div>
    <aside class="bg-sunk rounded-xl p-6 lg:min-h-[calc(100dvh-7rem)]" aria-label="What comes of it">
      <slot name="beside" />
    </aside>
  </div>
</template>
