import { z } from 'zod'
import type { Catalogue, Movement } from '../catalogue/catalogue'
import { Dose } from '../catalogue/dose'
import { SchoolId, SideOrder, Tier } from '../catalogue/words'
import { PlanOrder } from './order'
import { Block, LaneDeparture, Plan } from './plan'

/**
 * Everything that can be done to a plan, as plain data: so undo, autosave, replaying onto a newer version and
 * keeping unsaved work are one mechanism. Blocks are named by id, so a command still fits after others have moved them.
 */
export const Edit = z.discriminatedUnion('edit', [
  z.object({ edit: z.literal('addBlock'), block: Block, before: z.string().nullable() }),
  z.object({ edit: z.literal('moveBlock'), id: z.string(), before: z.string().nullable() }),
  z.object({ edit: z.literal('removeBlock'), id: z.string() }),
  z.object({ edit: z.literal('setDose'), id: z.string(), dose: Dose }),
  z.object({ edit: z.literal('setRounds'), id: z.string(), rounds: Block.shape.rounds }),
  z.object({ edit: z.literal('setRest'), id: z.string(), restSeconds: Block.shape.restSeconds }),
  z.object({ edit: z.literal('setUntilTalk'), id: z.string(), untilTalk: z.boolean().optional() }),
  z.object({ edit: z.literal('setSideOrder'), id: z.string(), sideOrder: SideOrder }),
  z.object({ edit: z.literal('setCatchUp'), id: z.string(), catchUp: z.boolean().optional() }),
  z.object({ edit: z.literal('setChain'), id: z.string(), chain: Block.shape.chain }),
  z.object({ edit: z.literal('setOnSide'), id: z.string(), onSide: Block.shape.onSide }),
  z.object({ edit: z.literal('setTitle'), title: Plan.shape.title }),
  z.object({ edit: z.literal('setMinutes'), minutes: Plan.shape.minutes }),
  z.object({ edit: z.literal('setSchool'), school: SchoolId }),
  z.object({ edit: z.literal('setPropsLaidOut'), propsLaidOut: z.boolean() }),
  z.object({ edit: z.literal('setSpaceCheck'), spaceCheck: z.boolean() }),
  z.object({ edit: z.literal('setDrinkBreak'), drinkBreak: z.boolean() }),
  z.object({ edit: z.literal('setExhaleCue'), exhaleCue: z.boolean() }),
  z.object({ edit: z.literal('setWaitAfterLying'), waitAfterLying: z.boolean() }),
  z.object({ edit: z.literal('setAim'), aim: Plan.shape.aim }),
  z.object({ edit: z.literal('setOrder'), order: PlanOrder.nullable() }),
  z.object({ edit: z.literal('setLane'), id: z.string(), tier: Tier, departure: LaneDeparture.nullable() }),
  z.object({ edit: z.literal('setBlock'), id: z.string(), block: Block }),
  z.object({ edit: z.literal('setBlocks'), blocks: Plan.shape.blocks }),
])
export type Edit = z.infer<typeof Edit>

/** A command that does not fit the plan any more, for instance since another tab removed its block. */
export class EditError extends Error {
  override name = 'EditError'
}

/** Commands that set one field of the plan, and which. */
const PLAN_FIELDS = {
  setTitle: 'title',
  setMinutes: 'minutes',
  setSchool: 'school',
  setPropsLaidOut: 'propsLaidOut',
  setSpaceCheck: 'spaceCheck',
  setDrinkBreak: 'drinkBreak',
  setExhaleCue: 'exhaleCue',
  setWaitAfterLying: 'waitAfterLying',
  setAim: 'aim',
  setOrder: 'order',
  setBlocks: 'blocks',
} as const
/** Commands that set one field of a block, and which. */
const BLOCK_FIELDS = {
  setDose: 'dose',
  setRounds: 'rounds',
  setRest: 'restSeconds',
  setUntilTalk: 'untilTalk',
  setSideOrder: 'sideOrder',
  setCatchUp: 'catchUp',
  setChain: 'chain',
  setOnSide: 'onSide',
} as const

type PlanFieldEdit = Extract<Edit, { edit: keyof typeof PLAN_FIELDS }>
type BlockFieldEdit = Extract<Edit, { edit: keyof typeof BLOCK_FIELDS }>

function isPlanField(edit: Edit): edit is PlanFieldEdit {
  return edit.edit in PLAN_FIELDS
}

function isBlockField(edit: Edit): edit is BlockFieldEdit {
  return edit.edit in BLOCK_FIELDS
}

/**
 * Applies one command and returns the new plan; the old one is left as it was.
 *
 * @throws {EditError} when the block it names is gone
 * @example
 * edited(plan, { edit: 'moveBlock', id: 'c', before: 'a' }).blocks.map((block) => block.id) // ['c', 'a', 'b']
 */
export function edited(plan: Plan, edit: Edit): Plan {
  if (isPlanField(edit)) {
    const field = PLAN_FIELDS[edit.edit]
    return { ...plan, [field]: edit[field as keyof PlanFieldEdit] }
  }
  if (isBlockField(edit)) {
    const field = BLOCK_FIELDS[edit.edit]
    return changed(plan, edit.id, { [field]: edit[field as keyof BlockFieldEdit] })
  }
  switch (edit.edit) {
    case 'addBlock':
      if (plan.blocks.some((block) => block.id === edit.block.id)) return plan
      return { ...plan, blocks: inserted(plan.blocks, edit.block, edit.before) }
    case 'moveBlock': {
      const block = blockOf(plan, edit.id)
      if (edit.before === edit.id) return plan
      return { ...plan, blocks: inserted(without(plan.blocks, edit.id), block, edit.before) }
    }
    case 'removeBlock':
      blockOf(plan, edit.id)
      return { ...plan, blocks: without(plan.blocks, edit.id) }
    case 'setLane':
      return withLane(plan, edit)
    case 'setBlock':
      return replaced(plan, edit.id, { ...edit.block, id: edit.id })
  }
}

function withLane(plan: Plan, { id, tier, departure }: Extract<Edit, { edit: 'setLane' }>): Plan {
  const { [tier]: _before, ...others } = blockOf(plan, id).lanes ?? {}
  const lanes = departure === null ? others : { ...others, [tier]: departure }
  return changed(plan, id, { lanes: Object.keys(lanes).length === 0 ? undefined : lanes })
}

/**
 * The command that takes another one back: `edited(edited(plan, edit), inverseOf(plan, edit))` is the plan again.
 *
 * @param plan the plan before the command
 * @throws {EditError} when the block it names is gone
 * @example
 * inverseOf(plan, { edit: 'setMinutes', minutes: 60 }) // { edit: 'setMinutes', minutes: 45 }
 */
export function inverseOf(plan: Plan, edit: Edit): Edit {
  if (isPlanField(edit)) {
    const field = PLAN_FIELDS[edit.edit]
    return { ...edit, [field]: plan[field] } as Edit
  }
  if (isBlockField(edit)) {
    const field = BLOCK_FIELDS[edit.edit]
    return { ...edit, [field]: blockOf(plan, edit.id)[field] } as Edit
  }
  switch (edit.edit) {
    case 'addBlock': {
      const { id } = edit.block
      // A block that is there already is not added again, and taking that back does not take it away.
      const isThere = plan.blocks.some((block) => block.id === id)
      return isThere ? { edit: 'moveBlock', id, before: idAfter(plan, id) } : { edit: 'removeBlock', id }
    }
    case 'moveBlock':
      blockOf(plan, edit.id)
      return { edit: 'moveBlock', id: edit.id, before: idAfter(plan, edit.id) }
    case 'removeBlock':
      return { edit: 'addBlock', block: blockOf(plan, edit.id), before: idAfter(plan, edit.id) }
    case 'setLane':
      return { ...edit, departure: blockOf(plan, edit.id).lanes?.[edit.tier] ?? null }
    case 'setBlock':
      return { ...edit, block: blockOf(plan, edit.id) }
  }
}

/**
 * Puts commands on top of another version of the plan, leaving out those that do not fit any more.
 *
 * @returns the new plan, the commands that were kept and, in words, those that were not
 * @example
 * replayed(plan, [{ edit: 'removeBlock', id: 'z' }]).lost // ['This block is no longer in the plan.']
 */
export function replayed(plan: Plan, edits: readonly Edit[]): { plan: Plan; kept: Edit[]; lost: string[] } {
  const kept: Edit[] = []
  const lost: string[] = []
  let result = plan
  for (const edit of edits) {
    try {
      result = edited(result, edit)
      kept.push(edit)
    } catch (error) {
      if (!(error instanceof EditError)) throw error
      lost.push(error.message)
    }
  }
  return { plan: result, kept, lost }
}

/**
 * A block for a movement with the school's default dose and way of taking sides.
 *
 * @example
 * blockFor(bridge, 'dwell', 'a', catalogue).dose.kind // 'reps'
 */
export function blockFor(movement: Movement, school: SchoolId, id: string, catalogue: Catalogue): Block {
  const { dose, rounds, restSeconds } = movement.doses[school]
  return {
    id,
    movement: movement.id,
    dose,
    rounds,
    restSeconds,
    sideOrder: catalogue.schools.get(school)?.sideOrder ?? 'one-side-first',
  }
}

/**
 * The command with which a block follows another school: its dose, rounds and way of taking sides; null: the plan's
 * again.
 *
 * @example
 * followSchool(plan, 'a', 'pulse', catalogue).block.school // 'pulse'
 */
export function followSchool(plan: Plan, id: string, school: SchoolId | null, catalogue: Catalogue): Edit {
  const before = blockOf(plan, id)
  const movement = catalogue.movements.get(before.movement)
  const { school: _own, ...kept } = before
  const dosed = movement ? blockFor(movement, school ?? plan.school, id, catalogue) : before
  const block: Block = {
    ...kept,
    dose: dosed.dose,
    rounds: dosed.rounds,
    restSeconds: dosed.restSeconds,
    sideOrder: dosed.sideOrder,
  }
  return { edit: 'setBlock', id, block: school === null ? block : { ...block, school } }
}

function blockOf(plan: Plan, id: string): Block {
  const block = plan.blocks.find((other) => other.id === id)
  if (!block) throw new EditError('This block is no longer in the plan.')
  return block
}

function idAfter(plan: Plan, id: string): string | null {
  return plan.blocks[plan.blocks.findIndex((block) => block.id === id) + 1]?.id ?? null
}

function without(blocks: Block[], id: string): Block[] {
  return blocks.filter((block) => block.id !== id)
}

/** Before the named block; at the end when there is none or it is gone. */
function inserted(blocks: Block[], block: Block, before: string | null): Block[] {
  const at = blocks.findIndex((other) => other.id === before)
  return at < 0 ? [...blocks, block] : blocks.toSpliced(at, 0, block)
}

function changed(plan: Plan, id: string, change: Partial<Block>): Plan {
  return replaced(plan, id, { ...blockOf(plan, id), ...change })
}

function replaced(plan: Plan, id: string, block: Block): Plan {
  blockOf(plan, id)
  return { ...plan, blocks: plan.blocks.map((other) => (other.id === id ? block : other)) }
}
