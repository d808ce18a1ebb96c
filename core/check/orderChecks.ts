import { lineOfDefence, STRAND_WORDS } from '../catalogue/strand'
import { REGIONS, type Region } from '../catalogue/words'
import { entryAt } from '../entries'
import { chainsOf } from '../plan/chain'
import { blockFor, type Edit } from '../plan/edits'
import { ORDER_WORDS, orderedOf, outOfOrder } from '../plan/order'
import { movedWhole } from '../plan/chainEdits'
import { lowered } from '../plan/heard'
import { blocksOf, checkOf, type Check, type Checked, type CheckedBlock } from './check'

/** A block with what comes before and after it. */
interface Placed extends CheckedBlock {
  blocks: readonly CheckedBlock[]
  at: number
  next: CheckedBlock | undefined
}

/** One rule about a block in its place. */
type OrderRule = (placed: Placed, checked: Checked) => Check | null

const RULES: readonly OrderRule[] = [
  warmBeforeHeld,
  noStrengthAfterLongHold,
  noRegionStrongTwice,
  balanceBeforeStrength,
  ankleHipStep,
  breathOutOnTheEffort,
]

/**
 * What comes before what: a settling start, the space-and-chair check, warm before deep, no strong work straight after
 * long holds on the same tissue, balance before strength, its three lines from the ankles to the step, no region strong
 * twice running, breath out on the effort, a close.
 *
 * @source common practice, no source; 60 s holds just before strong work are widely discouraged
 * @example
 * orderChecks(checked).map((check) => check.kind) // ['settle', 'close', 'cold']
 */
export function orderChecks(checked: Checked): Check[] {
  const blocks = blocksOf(checked)
  const [first, last] = [blocks[0], blocks.at(-1)]
  if (!first || !last) return []
  const inPlace = blocks.flatMap((one, at) => {
    const placed = { ...one, blocks, at, next: blocks[at + 1] }
    return RULES.flatMap((rule) => rule(placed, checked) ?? [])
  })
  const whole = [...looksRound(checked), ...settlesFirst(first, checked), ...closesLast(last, checked)]
  return [...whole, ...inPlace, ...followsItsOrder(blocks, checked)]
}

/**
 * The plan says which order it follows; the first block that does not is named, and the next when this one is mended.
 */
function followsItsOrder(blocks: readonly CheckedBlock[], { plan, riders }: Checked): Check[] {
  if (!plan.order) return []
  const inChain = new Set(chainsOf(plan.blocks).flatMap((chain) => chain.blocks.map(({ id }) => id)))
  const ordered = blocks.map(({ block, movement, index }) =>
    orderedOf(
      movement,
      riders.map(
        ({ offers }) => offers[index]?.find(({ variation }) => variation !== null)?.variation?.postureId ?? '',
      ),
      inChain.has(block.id),
    ),
  )
  const found = outOfOrder(plan.order, ordered)
  if (!found) return []
  const [block, before] = [entryAt(blocks, found.at), entryAt(blocks, found.before)]
  const { name, asks } = ORDER_WORDS[plan.order]
  const isMoved = found.at !== found.before
  return [
    checkOf({
      kind: 'order',
      about: block.block.id,
      weight: 'consider',
      what: isMoved ? `${block.movement.name} after ${before.movement.name}` : `${block.movement.name} is in no chain`,
      why: `The plan says “${name}”: ${lowered(asks)}`,
      blockId: block.block.id,
      fix: isMoved
        ? { words: 'Do it before', edits: movedWhole(plan.blocks, block.block.id, before.block.id) }
        : { words: 'Say nothing of an order', edits: [{ edit: 'setOrder', order: null }] },
    }),
  ]
}

function looksRound({ plan }: Checked): Check[] {
  if (plan.spaceCheck) return []
  return [
    checkOf({
      kind: 'space-check',
      weight: 'stop',
      what: 'No look at space and chairs',
      why: 'Chairs without wheels on a floor that grips, doors shut, room to move: look round before anybody does.',
      fix: { words: 'Begin with it', edits: [{ edit: 'setSpaceCheck', spaceCheck: true }] },
    }),
  ]
}

function settlesFirst({ block, movement }: CheckedBlock, checked: Checked): Check[] {
  if (movement.phase === 'settle') return []
  const edits = addBreath(checked, block.id, `settle-${block.id}`)
  return [
    checkOf({
      kind: 'settle',
      weight: 'fix',
      what: 'No settling start',
      why: 'People arrive from the street: a quiet minute first.',
      blockId: block.id,
      fix: edits && { words: 'Begin with paced breath', edits },
    }),
  ]
}

function closesLast({ block, movement }: CheckedBlock, checked: Checked): Check[] {
  if (movement.phase === 'close' || movement.phase === 'settle') return []
  const edits = addBreath(checked, null, `close-${block.id}`)
  return [
    checkOf({
      kind: 'close',
      weight: 'fix',
      what: 'No close',
      why: 'Let what was done sink in before anybody stands up.',
      blockId: block.id,
      fix: edits && { words: 'End with paced breath', edits },
    }),
  ]
}

function addBreath({ catalogue, plan }: Checked, before: string | null, id: string): Edit[] | null {
  const breath = [...catalogue.movements.values()].find((movement) => movement.quality === 'breath')
  if (!breath) return null
  return [{ edit: 'addBlock', block: blockFor(breath, plan.school, id.slice(0, 60), catalogue), before }]
}

function warmBeforeHeld({ blocks, at, block, movement }: Placed, { catalogue, plan }: Checked): Check | null {
  const warmSeconds = blocks
    .slice(0, at)
    .filter((earlier) => earlier.movement.phase === 'warm' || earlier.movement.phase === 'main')
    .reduce((sum, earlier) => sum + earlier.time.seconds, 0)
  const isHeld = heldSeconds(block) > 0 && movement.phase === 'long-holds'
  if (!isHeld || warmSeconds >= catalogue.clock.warmUp.seconds) return null
  return checkOf({
    kind: 'cold',
    about: block.id,
    weight: 'fix',
    what: `${movement.name} is held cold`,
    why:
      `${Math.round(warmSeconds / 60)} min of warming before it; a cold body is tighter: ` +
      `${Math.round(catalogue.clock.warmUp.seconds / 60)} at least.`,
    blockId: block.id,
    fix: {
      words: 'Move it later',
      edits: movedWhole(plan.blocks, block.id, laterThan(blocks, at)),
    },
  })
}

function noStrengthAfterLongHold({ block, movement, next }: Placed, { catalogue, plan }: Checked): Check | null {
  const { afterHoldSeconds, regionWeight } = catalogue.clock.strong
  if (!next || next.movement.quality !== 'strength' || heldSeconds(block) < afterHoldSeconds) return null
  const shared = sharedRegions(movement, next.movement, regionWeight)
  if (shared.length === 0) return null
  return checkOf({
    kind: 'hold-strong',
    about: next.block.id,
    weight: 'fix',
    what: `${next.movement.name} straight after a long hold`,
    why:
      'Holds of a minute and more just before strong work on the same tissue ' +
      `(${regionWords(shared)}) take its strength away: hold later.`,
    blockId: next.block.id,
    fix: {
      words: 'Swap the two',
      edits: movedWhole(plan.blocks, next.block.id, block.id),
    },
  })
}

function noRegionStrongTwice({ movement, next }: Placed, { catalogue }: Checked): Check | null {
  if (!next || movement.quality !== 'strength' || next.movement.quality !== 'strength') return null
  const shared = sharedRegions(movement, next.movement, catalogue.clock.strong.regionWeight)
  if (shared.length === 0) return null
  return checkOf({
    kind: 'twice',
    about: next.block.id,
    weight: 'consider',
    what: `${regionWords(shared)} strong twice running`,
    why: 'Put something else between, so that the second is as clean as the first.',
    blockId: next.block.id,
  })
}

function balanceBeforeStrength({ blocks, at, block, movement }: Placed): Check | null {
  const isAfterStrength = blocks.slice(0, at).some((earlier) => earlier.movement.quality === 'strength')
  if (movement.quality !== 'balance' || !isAfterStrength) return null
  return checkOf({
    kind: 'balance',
    about: block.id,
    weight: 'consider',
    what: `${movement.name} after the strength work`,
    why: 'Balance is best while the legs are fresh.',
    blockId: block.id,
  })
}

function ankleHipStep({ blocks, at, block, movement }: Placed, { plan }: Checked): Check | null {
  const line = lineOfDefence(movement)
  const later = blocks.slice(0, at).find((earlier) => line > 0 && lineOfDefence(earlier.movement) > line)
  if (!later || movement.strand === undefined || later.movement.strand === undefined) return null
  return checkOf({
    kind: 'strands',
    about: block.id,
    weight: 'consider',
    what: `${movement.name} after ${later.movement.name}`,
    why:
      'Balance is trained in one order: the ankles, the hips, then the step. ' +
      `${movement.name} is ${STRAND_WORDS[movement.strand]}, ${later.movement.name} ` +
      `${STRAND_WORDS[later.movement.strand]}.`,
    blockId: block.id,
    fix: {
      words: 'Do it before',
      edits: movedWhole(plan.blocks, block.id, later.block.id),
    },
  })
}

function breathOutOnTheEffort({ block }: Placed, { plan, catalogue }: Checked): Check | null {
  const isStrong = block.dose.kind === 'press' && block.dose.effort > catalogue.clock.strong.effortPercent
  if (!isStrong || plan.exhaleCue) return null
  return checkOf({
    kind: 'exhale',
    about: block.id,
    weight: 'fix',
    what: 'A strong press without the exhale cue',
    why: 'Nobody holds the breath in strong work: it is said at every press.',
    blockId: block.id,
    fix: { words: 'Say it at every press', edits: [{ edit: 'setExhaleCue', exhaleCue: true }] },
  })
}

function heldSeconds({ dose, rounds }: CheckedBlock['block']): number {
  return dose.kind === 'hold' || dose.kind === 'target' ? dose.seconds * rounds : 0
}

function sharedRegions(a: CheckedBlock['movement'], b: CheckedBlock['movement'], weight: number): Region[] {
  return REGIONS.filter((region) => (a.regions[region] ?? 0) >= weight && (b.regions[region] ?? 0) >= weight)
}

/** After the last block that still warms; null: at the end. */
function laterThan(blocks: readonly CheckedBlock[], at: number): string | null {
  const last = blocks.findLastIndex(
    (other, index) => index > at && other.movement.phase !== 'close' && other.movement.phase !== 'settle',
  )
  return blocks[(last < 0 ? at : last) + 1]?.block.id ?? null
}

/**
 * Regions as they are said: "front of hip, low back".
 *
 * @example
 * regionWords(['front-of-hip', 'back-of-hip']) // 'front of hip, back of hip'
 */
export function regionWords(regions: readonly Region[]): string {
  return regions.map((region) => region.replaceAll('-', ' ')).join(', ')
}
