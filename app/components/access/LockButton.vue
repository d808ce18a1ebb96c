<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { lock, PIN_LENGTH } from '~/live/lock'

/** Locks the screen of a device that lies in the room, with a PIN of the moment; the class goes on. */
const { account } = useAccount()
const pin = ref('')
const wrong = ref('')
const isShort = computed(() => !new RegExp(`^\\d{${PIN_LENGTH.least},${PIN_LENGTH.most}}$`).test(pin.value))

async function lockNow(): Promise<void> {
  wrong.value = isShort.value ? `A PIN is ${PIN_LENGTH.least} to ${PIN_LENGTH.most} digits.` : ''
  const typed = pin.value
  // Nobody sees what stands there: what was wrong is typed anew, not added to.
  pin.value = ''
  if (wrong.value === '' && account.value) await lock(account.value.id, typed)
}
</script>

<template>
  <Popover class="relative">
    <PopoverButton class="button button-quiet">Lock</PopoverButton>
    <PopoverPanel
      class="absolute right-0 z-30 mt-2 w-72 max-w-[90vw] bg-raised border border-line rounded-2xl shadow-xl p-4"
      focus
    >
      <form class="space-y-3" novalidate @submit.prevent="lockNow">
        <AppField
          v-slot="{ id, fieldClass, aria }"
          label="A PIN, for this once"
          hint="The class goes on; what is on the screen is hidden until it is typed."
          :wrong="wrong"
          ><input
            :id="id"
            v-model="pin"
            v-bind="aria"
            :class="fieldClass"
            inputmode="numeric"
            autocomplete="off"
            type="password"
            maxlength="8"
            data-test="lock-pin"
        /></AppField>
        <button class="button button-main">Lock the screen</button>
      </form>
    </PopoverPanel>
  </Popover>
</template>
