<script setup lang="ts">
import type { Edit } from '~~/core/plan/edits'
import { ORDER_WORDS } from '~~/core/plan/order'
import type { Plan } from '~~/core/plan/plan'

/** How the session runs: what lies ready, what is said and done around the blocks. */
defineProps<{ plan: Plan; disabled: boolean }>()
const emit = defineEmits<{ edit: [edit: Edit] }>()
const SETTINGS: {
  name: 'propsLaidOut' | 'spaceCheck' | 'drinkBreak' | 'exhaleCue' | 'waitAfterLying'
  words: string
  more: string
  edit: (on: boolean) => Edit
}[] = [
  {
    name: 'spaceCheck',
    words: 'Look round first',
    more: 'Chairs without wheels, doors shut, room to move. Without it the plan is not led.',
    edit: (on) => ({ edit: 'setSpaceCheck', spaceCheck: on }),
  },
  {
    name: 'propsLaidOut',
    words: 'Props lie ready',
    more: 'Beside the stations before the start: nothing is fetched.',
    edit: (on) => ({ edit: 'setPropsLaidOut', propsLaidOut: on }),
  },
  {
    name: 'drinkBreak',
    words: 'Drink break',
    more: 'A minute for water half way.',
    edit: (on) => ({ edit: 'setDrinkBreak', drinkBreak: on }),
  },
  {
    name: 'exhaleCue',
    words: 'Say “breathe out”',
    more: 'At every strong effort.',
    edit: (on) => ({ edit: 'setExhaleCue', exhaleCue: on }),
  },
  {
    name: 'waitAfterLying',
    words: 'Wait after lying',
    more: '15 s sitting and 10 s standing for everybody, not only for those who must.',
    edit: (on) => ({ edit: 'setWaitAfterLying', waitAfterLying: on }),
  },
]
</script>

<template>
  <div class="space-y-1" data-test="settings">
    <label class="block pb-2"
      ><span class="label">Which order it follows</span
      ><OrderSelect
        :model-value="plan.order"
        :disabled="disabled"
        @update:model-value="emit('edit', { edit: 'setOrder', order: $event })"
      /><span v-if="plan.order" class="block text-[0.88rem] text-faint"
        >{{ ORDER_WORDS[plan.order].asks }} The checks say what stands otherwise.</span
      ></label
    >
    <label v-for="setting in SETTINGS" :key="setting.name" class="flex items-start gap-3 min-h-11 py-1"
      ><input
        type="checkbox"
        class="size-5 mt-0.5 accent-action shrink-0"
        :checked="plan[setting.name]"
        :disabled="disabled"
        :data-setting="setting.name"
        @change="emit('edit', setting.edit(isTicked($event)))"
      /><span class="leading-tight"
        >{{ setting.words }}<span class="block text-[0.88rem] text-faint">{{ setting.more }}</span></span
      ></label
    >
  </div>
</template>
