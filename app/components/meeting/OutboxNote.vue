<script setup lang="ts">
import { joined } from '~~/core/sentence'

/**
 * Says quietly what is still on its way to the server, and loudly what neither the browser nor the server holds, and
 * what the server refused.
 */
const outbox = useOutbox()
const route = useRoute()
const unkept = computed(() => outbox.unkept.size)
/** What has come to rest in this browser; a device that is slow to write is still at some of it. */
const keptHere = computed(() => outbox.waiting - outbox.unsafe.size)
const writing = computed(() =>
  outbox.unsafe.size > unkept.value ? `, ${outbox.unsafe.size - unkept.value} being kept` : '',
)
/** Said by somebody else than who is signed in; the server keeps both names. */
const said = computed(() => (outbox.byOthers.length === 0 ? '' : ` Noted by ${joined(outbox.byOthers)}.`))
/** Answers that are put again stand in their rows, where Reflect shows them. */
const refused = computed(() =>
  outbox.refused.filter(
    ({ message, meetingId }) => message.kind !== 'decisions' || route.path !== `/meetings/${meetingId}/reflect`,
  ),
)
const hasAside = computed(() => refused.value.length + outbox.unreadable.length > 0)
const timeOf = (at: number) => new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })

function saveAside(): void {
  saveBlob('notes-set-aside.json', new Blob([outbox.asFile()], { type: 'application/json' }))
}
</script>

<template>
  <div
    aria-live="polite"
    class="text-[0.94rem] space-y-1"
    data-test="outbox"
    :data-waiting="outbox.waiting"
    :data-unsafe="outbox.unsafe.size"
  >
    <p v-if="unkept > 0" class="bg-stop-soft rounded-lg px-3 py-1.5" role="alert" data-test="outbox-unkept">
      This browser keeps nothing at the moment. Do not close this window until {{ unkept }}
      {{ unkept === 1 ? 'note is' : 'notes are' }} sent.
    </p>
    <p v-if="outbox.needsSignIn && outbox.waiting > 0" class="bg-mark-soft rounded-lg px-3 py-1.5">
      {{ keptHere }} kept in this browser{{ writing }}.{{ said }}
      <NuxtLink :to="{ path: '/sign-in', query: { to: route.fullPath } }" class="underline">Sign in again</NuxtLink> and
      they are sent.
    </p>
    <p
      v-else-if="outbox.waiting > 0 && outbox.isOffline"
      class="bg-mark-soft rounded-lg px-3 py-1.5"
      data-test="outbox-waiting"
    >
      The server cannot be reached.
      {{ unkept > 0 ? `${outbox.waiting} waiting` : `${keptHere} kept in this browser${writing}` }}, sent as soon as it
      answers; what others do shows up then.{{ said }}
    </p>
    <p v-else-if="outbox.late > 0" class="text-faint px-3" data-test="outbox-late">
      {{ outbox.late }} on {{ outbox.late === 1 ? 'its' : 'their' }} way.{{ said }}
    </p>
    <template v-if="hasAside">
      <p
        v-for="kept in refused"
        :key="kept.name"
        class="bg-stop-soft rounded-lg px-3 py-1.5"
        role="alert"
        data-test="outbox-refused"
      >
        Something {{ kept.by ? `${kept.by.name} ` : ''
        }}{{ kept.message.kind === 'decisions' ? 'decided' : 'noted' }} at {{ timeOf(kept.at) }} was refused:
        {{ kept.refused }}
        <button class="underline ml-2" @click="outbox.drop(kept)">Put it away</button>
      </p>
      <p v-if="outbox.unreadable.length > 0" class="bg-mark-soft rounded-lg px-3 py-1.5" data-test="outbox-unreadable">
        {{ outbox.unreadable.length }} kept by another version of the application cannot be read by this one. It is left
        where it is.
      </p>
      <p><button class="underline px-3" @click="saveAside">Save what is set aside as a file</button></p>
    </template>
  </div>
</template>
