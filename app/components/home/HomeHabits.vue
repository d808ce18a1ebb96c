<script setup lang="ts">
/** Onto what a practice is hung, and with how many movements it begins. */
const { count, home } = defineProps<{
  /** How many movements are chosen. */
  count: number
  home: ReturnType<typeof useHome>
}>()
const { catalogue } = storeToRefs(useCatalogue())
const { fields, wrong } = home
const habits = computed(() => catalogue.value.habits)
/** Two moments of a day are enough. */
const isFull = (id: string) => fields.anchors.length >= 2 && !fields.anchors.includes(id)
</script>

<template>
  <fieldset class="space-y-2">
    <legend class="label">When in their day, two at most</legend>
    <div class="flex flex-wrap gap-x-5 gap-y-1">
      <label v-for="anchor in habits.anchors" :key="anchor.id" class="flex items-center gap-2 min-h-11 cursor-pointer"
        ><input
          v-model="fields.anchors"
          type="checkbox"
          class="size-5 accent-action"
          :value="anchor.id"
          :disabled="isFull(anchor.id)"
        />{{ anchor.says }}</label
      >
    </div>
    <p v-if="wrong.anchors" class="wrong" role="alert">{{ wrong.anchors }}</p>
  </fieldset>
  <AppField
    v-slot="{ id: field, fieldClass, aria }"
    label="Begins with"
    class="w-full"
    :wrong="wrong.beginsWith"
    :hint="
      fields.beginsWith < count
        ? `One more comes after each ${habits.growing.afterDays} days on which something was done.`
        : 'All of them from the first day.'
    "
    ><select :id="field" v-model.number="fields.beginsWith" class="w-56" :class="fieldClass" v-bind="aria">
      <option v-for="number in Math.max(1, count)" :key="number" :value="number">
        {{ number >= count ? 'all of them' : number === 1 ? 'one movement' : `${number} movements` }}
      </option>
    </select></AppField
  >
</template>
