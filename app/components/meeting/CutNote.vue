<script setup lang="ts">
import { isToday } from 'date-fns'

/** Says that nothing is heard of the server, and since when: what others do does not show up here. */
const { isSaidAlready = false } = defineProps<{
  /** Whether it stands on the screen already that the server is gone: then only the age of what is shown is said. */
  isSaidAlready?: boolean
}>()
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
const since = computed(() => timeOf(meeting.cutSince))
/** What was known on an earlier visit says how old it is. */
const asOf = computed(() => (meeting.asOf === null ? '' : `All is as it was known ${timeOf(meeting.asOf)}. `))
function timeOf(at: number | null): string {
  return at === null ? '' : meeting.wallAt(at, isToday(at) ? "'at' HH:mm" : "'on' d MMMM 'at' HH:mm")
}
</script>

<template>
  <p
    v-if="isSaid && (asOf !== '' || !isSaidAlready)"
    class="bg-mark-soft rounded-lg px-3 py-1.5 text-[0.94rem]"
    role="status"
    data-test="cut"
  >
    {{ asOf
    }}<template v-if="!isSaidAlready"
      >Nothing is heard of the server since {{ since.replace('at ', '') }}. This screen goes on by itself; what others
      do shows up once the server answers.</template
    >
  </p>
</template>
