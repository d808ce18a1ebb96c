<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** What to do when something goes wrong, and where the venue keeps its help. The clock stands still meanwhile. */
const { open } = defineProps<{ open: boolean; at: string }>()
const emit = defineEmits<{ close: [] }>()
const meeting = useMeeting()
const venue = computed(() => meeting.view!.venue)
const FLAGS = ['Chest pain', 'Sudden breathlessness', 'A faint', 'Sudden weakness, a change of face or speech', 'New numbness between the legs, loss of bladder control', 'A fall with pain']
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-black/50" aria-hidden="true" />
    <div class="fixed inset-0 grid place-items-center p-5">
      <DialogPanel class="bg-raised border-4 border-stop rounded-2xl p-6 w-full max-w-3xl max-h-[90dvh] overflow-auto text-[1.15rem]">
        <DialogTitle as="h1" class="text-stop">Stop. Call the local emergency number.</DialogTitle>
        <p class="mt-2">Time noted: <strong class="numerals">{{ at }}</strong>. The class is paused. Somebody stays with the person; the others sit or lie as they are.</p>
        <div class="grid sm:grid-cols-2 gap-6 mt-4">
          <div><h2>Red flags</h2><ul class="list-disc pl-5"><li v-for="flag in FLAGS" :key="flag">{{ flag }}</li></ul></div>
          <dl class="space-y-2">
            <div><dt class="font-semibold">Where we are</dt><dd>{{ venue.name }}<br >{{ venue.address || 'No address written down' }}</dd></div>
            <div><dt class="font-semibold">Defibrillator</dt><dd>{{ venue.defibrillator || 'Not written down: ask the venue' }}</dd></div>
            <div><dt class="font-semibold">The venue’s plan</dt><dd>{{ venue.emergencyPlan || 'Not written down: follow the plan on the wall' }}</dd></div>
          </dl>
        </div>
        <button class="button mt-6" @click="emit('close')">Close; the class stays paused</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
