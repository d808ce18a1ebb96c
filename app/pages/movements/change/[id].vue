<script setup lang="ts">
import { readMovement, readOwnMovements, removeMovement, saveMovement } from '~~/core/contract/movements'
import { parse } from 'yaml'
import { MovementEntry, type VariationEntry } from '~~/core/catalogue/movement'
import { TIERS, type Tier } from '~~/core/catalogue/words'
import { refusalOf } from '~/composables/useRefusal'
import { TIER_NAMES } from '~/words/tiers'

/** Changes a movement for this practice, or makes a new one from a copy; what ships can always be put back. */
const route = useRoute()
const catalogues = useCatalogue()
const { isLead } = useAccount()
await catalogues.load()
const isNew = route.params.id === 'new'
const from = ref(String(route.query.from ?? 'bridge'))
const problem = ref('')
const own = ref<string[]>([])
const name = ref('')

async function entryOf(movement: string): Promise<MovementEntry> {
  return MovementEntry.parse(parse(await call(readMovement, { params: { movement } })))
}
let stored: MovementEntry | null = null
try {
  own.value = await call(readOwnMovements)
  if (!isNew) stored = await entryOf(String(route.params.id))
} catch (error) {
  problem.value = refusalOf(error).message
}
const draft = useDraft<MovementEntry>(
  `movement:${String(route.params.id)}`,
  () => stored ?? ({} as MovementEntry),
  MovementEntry,
)
const { fields, wrong, message, saving, wasKept } = draft
const isOpen = computed(() => 'id' in fields.value)
const isOwn = computed(() => isOpen.value && own.value.includes(fields.value.id))
const others = computed(() =>
  [...catalogues.catalogue.movements.values()].filter((movement) => movement.id !== fields.value.id),
)

async function copy(): Promise<void> {
  const copied = await entryOf(from.value)
  const id = name.value
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
  if (id === '' || catalogues.catalogue.movements.has(id))
    return void (message.value = id === '' ? 'It needs a name.' : 'There is a movement with this name already.')
  message.value = ''
  fields.value = {
    ...copied,
    id,
    name: name.value.trim(),
    number: Math.max(...[...catalogues.catalogue.movements.values()].map((movement) => movement.number)) + 1,
  }
}
async function done(): Promise<void> {
  await catalogues.reload()
  await navigateTo(`/movements/${fields.value.id}`)
}
async function save(): Promise<void> {
  if (await draft.submit((entry) => call(saveMovement, { params: { movement: entry.id }, body: { entry } })))
    await done()
}
async function restore(): Promise<void> {
  const { id } = fields.value
  await call(removeMovement, { params: { movement: id } })
  draft.forget()
  await catalogues.reload()
  await navigateTo(catalogues.catalogue.movements.has(id) ? `/movements/${id}` : '/movements')
}
async function readFile(event: Event): Promise<void> {
  const file = fileIn(event)
  if (!file) return
  const read = MovementEntry.safeParse(parse(await file.text()))
  if (read.success) fields.value = read.data
  else
    message.value = `${file.name} cannot be read: ${read.error.issues
      .slice(0, 3)
      .map((issue) => `${issue.path.join('.')}: ${issue.message}`)
      .join(' · ')}`
}
function ladderOf(tier: Tier): VariationEntry[] {
  const answer = fields.value.tiers[tier]
  return 'ladder' in answer ? answer.ladder : []
}
function addRung(tier: Tier): void {
  const ladder = ladderOf(tier)
  const last = ladder.at(-1)
  if (last && last.level < 5)
    ladder.push({ ...structuredClone(toRaw(last)), level: last.level + 1, name: `${last.name}, harder` })
}
</script>

<template>
  <div class="space-y-6 max-w-5xl">
    <p><NuxtLink to="/movements" class="text-action underline underline-offset-4">Movements</NuxtLink></p>
    <h1>{{ isNew ? 'A movement of your own' : `Change “${stored?.name ?? ''}”` }}</h1>
    <p v-if="!isLead">Movements are changed by a lead.</p>
    <p v-else-if="problem" role="alert">{{ problem }}</p>
    <form v-else-if="!isOpen" class="flex flex-wrap gap-4 items-end" novalidate @submit.prevent="copy">
      <AppField v-slot="{ id, fieldClass }" label="Its name" class="w-72"
        ><input :id="id" v-model="name" :class="fieldClass"
      /></AppField>
      <AppField v-slot="{ id, fieldClass }" label="Begin with a copy of" class="w-72"
        ><select :id="id" v-model="from" :class="fieldClass">
          <option v-for="movement in catalogues.catalogue.movements.values()" :key="movement.id" :value="movement.id">
            {{ movement.name }}
          </option>
        </select></AppField
      >
      <button class="button button-main">Begin</button>
      <label class="button cursor-pointer"
        >Read from a file<input type="file" accept=".yaml,.yml" class="sr-only" @change="readFile"
      /></label>
      <p v-if="message" class="wrong w-full" role="alert">{{ message }}</p>
    </form>
    <form v-else class="space-y-8" novalidate @submit.prevent="save">
      <p class="text-faint">
        Your practice sees this version; others and what ships stay as they are. A movement, a dose or a dial that you
        change is your responsibility: keep the cautions.
      </p>
      <p v-if="wasKept" class="bg-mark-soft rounded-lg px-4 py-2">
        What you typed last time was kept.
        <button v-if="stored" type="button" class="underline" @click="draft.reset(stored)">
          Start from what is saved
        </button>
      </p>
      <div class="flex flex-wrap gap-4">
        <AppField v-slot="{ id, fieldClass, aria }" label="Name" class="w-80" :wrong="wrong.name"
          ><input :id="id" v-model="fields.name" :class="fieldClass" v-bind="aria"
        /></AppField>
        <AppField v-slot="{ id, fieldClass, aria }" label="Intent" class="flex-1 min-w-80" :wrong="wrong.intent"
          ><input :id="id" v-model="fields.intent" :class="fieldClass" v-bind="aria"
        /></AppField>
      </div>
      <AppField
        v-for="(_, at) in fields.cautions"
        :key="at"
        v-slot="{ id, fieldClass, aria }"
        label="Caution"
        :wrong="wrong[`cautions.${at}`]"
        ><input :id="id" v-model="fields.cautions[at]" :class="fieldClass" v-bind="aria"
      /></AppField>
      <section class="space-y-4">
        <h2>Dose by school</h2>
        <div v-for="school in catalogues.catalogue.schools.values()" :key="school.id">
          <p class="font-semibold">{{ school.name }}</p>
          <DoseFields :dose="fields.doses[school.id].dose" @change="fields.doses[school.id].dose = $event" />
        </div>
      </section>
      <section v-for="tier in TIERS" :key="tier" class="space-y-3">
        <h2 class="flex items-center gap-2"><TierGlyph :tier="tier" :size="28" />{{ TIER_NAMES[tier] }}</h2>
        <label v-if="'standIn' in fields.tiers[tier]" class="block w-72"
          ><span class="label">Meanwhile</span
          ><select v-model="(fields.tiers[tier] as { standIn: string }).standIn" class="field">
            <option v-for="other in others" :key="other.id" :value="other.id">{{ other.name }}</option>
          </select></label
        >
        <template v-else>
          <RungForm
            v-for="(_, at) in ladderOf(tier)"
            :key="at"
            v-model="ladderOf(tier)[at]!"
            :tier="tier"
            :path="`tiers.${tier}.ladder.${at}`"
            :wrong="wrong"
            @remove="ladderOf(tier).splice(at, 1)"
          />
          <p v-if="wrong[`tiers.${tier}.ladder`]" class="wrong" role="alert">{{ wrong[`tiers.${tier}.ladder`] }}</p>
          <button type="button" class="button" @click="addRung(tier)">Add a rung above</button>
        </template>
      </section>
      <div class="flex flex-wrap gap-3 items-center border-t border-line pt-4">
        <button class="button button-main" :disabled="saving">
          {{ saving ? 'Drawing the figures …' : 'Keep this version' }}
        </button>
        <a v-if="!isNew" :href="`/api/movements/${fields.id}`" class="button" download>Save as a file</a>
        <label class="button cursor-pointer"
          >Read from a file<input type="file" accept=".yaml,.yml" class="sr-only" @change="readFile"
        /></label>
        <button v-if="isOwn" type="button" class="button button-stop" @click="restore">Put back what ships</button>
        <p v-if="message" class="wrong w-full" role="alert">
          {{ message }}<template v-for="(words, key) in wrong" :key="key"><br />{{ key }}: {{ words }}</template>
        </p>
      </div>
    </form>
  </div>
</template>
