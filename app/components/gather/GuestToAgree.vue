<script setup lang="ts">
import { agreeToGuest, removeGuest } from '~~/core/contract/meetings'
import { refusalOf } from '~/composables/useRefusal'

/** A guest whom a helper let in waits for a lead: until then they are led as somebody new. */
const { participant, name } = defineProps<{ participant: string; name: string }>()
const { isLead } = useAccount()
const meeting = useMeeting()
const wrong = ref('')

async function answer(route: typeof agreeToGuest | typeof removeGuest): Promise<void> {
  wrong.value = ''
  try {
    await call(route, { params: { id: meeting.opened.meeting.id, guest: participant } })
    await meeting.refresh()
  } catch (error) {
    wrong.value = refusalOf(error).message
  }
}
</script>

<template>
  <div class="border-l-4 border-mark pl-3 py-1 space-y-2" data-test="guest-to-agree">
    <p v-if="isLead">
      A helper let {{ name }} in as a guest. Until you agree, helpers see nothing of them but a name, and lead them as
      somebody new: level 2 at most, and nothing that is closed to them.
    </p>
    <p v-else>
      A lead has not agreed to {{ name }} as a guest yet. Lead them as somebody new: level 2 at most; what is closed to
      them is left out, and it is not said why.
    </p>
    <p v-if="isLead" class="flex gap-2">
      <button class="button button-main" @click="answer(agreeToGuest)">Agree</button
      ><button class="button" @click="answer(removeGuest)">Not in this class</button>
    </p>
    <p v-if="wrong" class="wrong" role="alert">{{ wrong }}</p>
  </div>
</template>
