<script setup lang="ts">
import { isStance } from '~~/core/catalogue/stance'
import { settingWords } from '~~/core/offer/dials'
import { SUPPORTS, LEVEL_NAMES, LEVELS, type Tag, type Tier } from '~~/core/catalogue/words'
import type { VariationEntry } from '~~/core/catalogue/movement'

/** One rung of a ladder: its level, posture and texts, its dials and what it asks. */
const rung = defineModel<VariationEntry>({ required: true })
const { tier, path, wrong } = defineProps<{ tier: Tier; path: string; wrong: Record<string, string> }>()
const emit = defineEmits<{ remove: [] }>()
const { catalogue } = storeToRefs(useCatalogue())
const postures = computed(() => [...catalogue.value.postures.values()].filter((posture) => posture.tier === tier))
const isWrong = computed(() => Object.keys(wrong).some((key) => key.startsWith(path)))
const messageAt = (field: string) => wrong[`${path}.${field}`] ?? ''
const TEXTS = [
  { key: 'setUp', label: 'Set-up' },
  { key: 'feel', label: 'Felt' },
  { key: 'notFeel', label: 'Not felt' },
  { key: 'easier', label: 'Easier' },
  { key: 'more', label: 'More' },
] as const
const tags = computed({
  get: () => rung.value.demands.map((demand) => demand.tag),
  set: (chosen: Tag[]) =>
    (rung.value.demands = chosen.map(
      (tag) => rung.value.demands.find((demand) => demand.tag === tag) ?? { tag, of: 'worked' },
    )),
})
</script>

<template>
  <details class="border-l-2 pl-4" :class="isWrong ? 'border-stop' : 'border-line'" :open="isWrong">
    <summary class="cursor-pointer min-h-11 flex items-center gap-2">
      <TierGlyph :tier="tier" :level="rung.level" :size="30" /><span class="font-semibold">{{
        rung.name || 'A new rung'
      }}</span>
    </summary>
    <div class="flex flex-wrap gap-4 mt-2">
      <AppField v-slot="{ id, fieldClass, aria }" label="Name" class="w-80" :wrong="messageAt('name')"
        ><input :id="id" v-model="rung.name" :class="fieldClass" v-bind="aria"
      /></AppField>
      <AppField v-slot="{ id, fieldClass, aria }" label="Level" class="w-48" :wrong="messageAt('level')"
        ><select :id="id" v-model.number="rung.level" :class="fieldClass" v-bind="aria">
          <option v-for="level in LEVELS" :key="level" :value="level">{{ level }} · {{ LEVEL_NAMES[level] }}</option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass, aria }" label="Posture" class="w-60" :wrong="messageAt('posture')"
        ><select :id="id" v-model="rung.posture" :class="fieldClass" v-bind="aria">
          <option v-for="posture in postures" :key="posture.id" :value="posture.id.split('/')[1]">
            {{ posture.name }}
          </option>
        </select></AppField
      >
      <AppField v-slot="{ id, fieldClass }" label="Steadied by" class="w-32"
        ><select :id="id" v-model="rung.support" :class="fieldClass">
          <option v-for="support in SUPPORTS" :key="support" :value="support">{{ support }}</option>
        </select></AppField
      >
      <div>
        <span class="label">What it asks</span><TagPicker v-model="tags" asks />
        <p v-if="messageAt('demands')" class="wrong" role="alert">{{ messageAt('demands') }}</p>
      </div>
    </div>
    <div class="grid gap-4 md:grid-cols-2 mt-3">
      <AppField
        v-for="text in TEXTS"
        :key="text.key"
        v-slot="{ id, fieldClass, aria }"
        :label="text.label"
        :wrong="messageAt(text.key)"
      >
        <textarea :id="id" v-model="rung[text.key]" rows="2" :class="fieldClass" v-bind="aria" />
      </AppField>
      <AppField
        v-for="(_, at) in rung.cues"
        :key="`cue${at}`"
        v-slot="{ id, fieldClass, aria }"
        :label="`Cue ${at + 1}`"
        :wrong="messageAt(`cues.${at}`)"
      >
        <textarea :id="id" v-model="rung.cues[at]" rows="2" :class="fieldClass" v-bind="aria" />
      </AppField>
      <template v-for="(cheat, at) in rung.cheats" :key="`cheat${at}`">
        <AppField v-slot="{ id, fieldClass, aria }" label="Cheat" :wrong="messageAt(`cheats.${at}.cheat`)">
          <textarea :id="id" v-model="cheat.cheat" rows="2" :class="fieldClass" v-bind="aria" />
        </AppField>
        <AppField
          v-slot="{ id, fieldClass, aria }"
          label="Its correction"
          :wrong="messageAt(`cheats.${at}.correction`)"
        >
          <textarea :id="id" v-model="cheat.correction" rows="2" :class="fieldClass" v-bind="aria" />
        </AppField>
      </template>
    </div>
    <div v-for="(dial, at) in rung.dials" :key="`dial${at}`" class="flex flex-wrap gap-3 mt-3 items-end">
      <span class="w-32 pb-2.5"
        >{{ dial.dial.replace('-', ' ') }}<span v-if="dial.unit" class="text-faint">, {{ dial.unit }}</span
        ><span v-if="isStance(dial.dial)" class="block text-faint text-[0.88rem]">{{
          settingWords(dial, dial.to, dial.from)
        }}</span></span
      >
      <label v-for="bound in ['from', 'to', 'step'] as const" :key="bound"
        ><span class="label text-[0.88rem]">{{ bound }}</span
        ><input v-model.number="dial[bound]" inputmode="decimal" class="field w-24 numerals"
      /></label>
      <p v-if="messageAt(`dials.${at}`)" class="wrong" role="alert">{{ messageAt(`dials.${at}`) }}</p>
    </div>
    <button type="button" class="button button-quiet mt-2" @click="emit('remove')">Remove this rung</button>
  </details>
</template>
