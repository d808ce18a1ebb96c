<script setup lang="ts">
/** Says that nothing is heard of the server, and since when: what others do does not show up here. */
const meeting = useMeeting()
/** A line that is taken up again at once is not worth a word. */
const SAID_AFTER_MS = 4000
const isSaid = ref(false)
watch(
  () => meeting.cutSince,
  (since, _before, onCleanup) => {
    isSaid.value = false
    if (since === null) return
    const timer = setTimeout(() => (isSaid.value = true), SAID_AFTER_MS)
    onCleanup(() => clearTimeout(timer))
  },
  { immediate: true },
)
const since = computed(() =>
  meeting.cutSince === null
    ? ''
    : new Date(meeting.cutSince).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' }),
)
</script>

<template>
  <p v-if="isSaid" class="bg-mark-soft rounded-lg px-3 py-1.5 text-[0.94rem]" role="status" data-test="cut">
    Nothing is heard of the server since {{ since }}. This screen goes on by itself; what others do shows up once the
    server answers.
  </p>
</template>
