<script setup lang="ts">
import { format } from 'date-fns'

/**
 * Says that what is proposed was worked out on this device; once what was answered has arrived, the server is asked.
 */
const meeting = useMeeting()
const outbox = useOutbox()
const reflection = useReflection()
const asOf = computed(() => (reflection.asOf === null ? '' : format(reflection.asOf, "d MMMM 'at' HH:mm")))
watch(
  () => outbox.waiting,
  (now, before) => {
    if (now === 0 && before > 0 && reflection.asOf !== null)
      void reflection.open(meeting.opened.meeting.id).catch(() => undefined)
  },
)
</script>

<template>
  <p v-if="asOf" class="bg-mark-soft rounded-lg px-3 py-1.5" role="status" data-test="reflected-here">
    The server cannot be reached: this was worked out here, from what was known on {{ asOf }} and what was noted in the
    class. Answers are kept and sent; where the server then proposes something else, it is put again. Tiers, doses and
    flares wait for the server.
  </p>
</template>
