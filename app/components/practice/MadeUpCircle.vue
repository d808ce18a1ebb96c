<script setup lang="ts">
import { readMadeUp, removeMadeUp, type MadeUp } from '~~/core/contract/practice'
import { counted, joined } from '~~/core/sentence'
import { refusalOf } from '~/composables/useRefusal'

/** The circle that ships, to try things out with: taken away with one button before real people come. */
const emit = defineEmits<{ removed: [] }>()
const madeUp = ref<MadeUp>(await call(readMadeUp))
const isAsking = ref(false)
const busy = ref(false)
const message = ref('')
const isAny = computed(() => madeUp.value.people + madeUp.value.meetings + madeUp.value.accounts.length > 0)

async function remove(): Promise<void> {
  busy.value = true
  try {
    madeUp.value = await call(removeMadeUp)
    message.value = 'Removed.'
    emit('removed')
  } catch (error) {
    message.value = refusalOf(error).message
  } finally {
    busy.value = isAsking.value = false
  }
}
</script>

<template>
  <section v-if="isAny || message" class="space-y-3" data-test="made-up">
    <h2>The made-up circle</h2>
    <template v-if="isAny">
      <p class="max-w-3xl">
        {{ counted(madeUp.people, 'person', 'people') }}, {{ counted(madeUp.meetings, 'meeting', 'meetings') }}
        <template v-if="madeUp.accounts.length > 0">and the sign-ins of {{ joined(madeUp.accounts) }}</template> are
        made up. Take them away before you enter real people: their password stands in the start window.
      </p>
      <p v-if="madeUp.not" class="border-l-4 border-mark pl-3 max-w-3xl">{{ madeUp.not }}</p>
      <button v-else-if="!isAsking" class="button" @click="isAsking = true">Remove the made-up circle</button>
      <div v-else class="flex flex-wrap items-center gap-3">
        <span>They are gone for good; what you have entered stays.</span>
        <button class="button" :disabled="busy" @click="remove">Remove all that is made up</button>
        <button class="button button-quiet" @click="isAsking = false">Keep it</button>
      </div>
    </template>
    <p v-if="message" role="status">{{ message }}</p>
  </section>
</template>
