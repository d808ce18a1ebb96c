<script setup lang="ts">
import { readAccidents } from '~~/core/contract/meetings'

/** Accidents that were written down in the open meeting, with their time; nothing where there were none. */
const meeting = useMeeting()
const accidents = await call(readAccidents, { params: { id: meeting.opened.meeting.id } })
const nameOf = (id: string | null) => (id && meeting.nameOf(id)) || 'Somebody'
</script>

<template>
  <section
    v-if="accidents.length > 0"
    aria-label="Accidents"
    class="border-l-4 border-stop pl-4 space-y-1"
    data-test="accidents"
  >
    <h2>Written down in this class</h2>
    <p v-for="one in accidents" :key="one.id">
      <span class="numerals">{{ meeting.wallAt(one.at, 'HH:mm') }}</span>
      <strong class="font-semibold">{{ nameOf(one.participant) }}</strong>: {{ one.what
      }}<template v-if="one.done"> Done: {{ one.done }}</template
      ><template v-if="one.witnesses"> Seen by {{ one.witnesses }}.</template>
    </p>
  </section>
</template>
