import { blockFor } from '../plan/edits'
import type { Region } from '../catalogue/words'
import { blocksOf, found, type Check, type Checked, type CheckedBlock } from './check'

/** Seconds of warming before a held end range, and what counts as a long hold; ours, from common practice. */
const WARM_SECONDS = 300
const LONG_HOLD_SECONDS = 60
const HEAVY_WEIGHT = 0.6
const STRONG_EFFORT_PERCENT = 60

/**
 * What comes before what: a settling start, the space-and-chair check, warm before deep, no strong work straight after
 * long holds on the same tissue, balance before strength, no region strong twice running, breath out on the effort, a close.
 *
 * @source common practice, no source; 60 s holds just before strong work are widely discouraged
 */
export function orderChecks(checked: Checked): Check[] {
  const blocks = blocksOf(checked)
  const first = blocks[0]
  const last = blocks.at(-1)
  if (!first || !last) return []
  const checks: Check[] = []
  const { catalogue, plan } = checked
  const breath = [...catalogue.movements.values()].find((movement) => movement.quality === 'breath')
  const settle = (words: string, before: string | null, id: string) =>
    breath
      ? { words, edits: [{ edit: 'addBlock' as const, block: blockFor(breath, plan.school, id, catalogue), before }] }
      : null
  if (!plan.spaceCheck) {
    checks.push(
      found({
        id: 'space-check',
        weight: 'stop',
        what: 'No look at space and chairs',
        why: 'Chairs without wheels on a floor that grips, doors shut, room to move: look round before anybody does.',
        fix: { words: 'Begin with it', edits: [{ edit: 'setSpaceCheck', spaceCheck: true }] },
      }),
    )
  }
  if (first.movement.phase !== 'settle')
    checks.push(
      found({
        id: 'settle',
        weight: 'fix',
        what: 'No settling start',
        why: 'People arrive from the street: a quiet minute first.',
        blockId: first.block.id,
        fix: settle('Begin with paced breath', first.block.id, `settle-${first.block.id}`.slice(0, 60)),
      }),
    )
  if (last.movement.phase !== 'close' && last.movement.phase !== 'settle')
    checks.push(
      found({
        id: 'close',
        weight: 'fix',
        what: 'No close',
        why: 'Let what was done sink in before anybody stands up.',
        blockId: last.block.id,
        fix: settle('End with paced breath', null, `close-${last.block.id}`.slice(0, 60)),
      }),
    )
  let warm = 0
  for (const [at, one] of blocks.entries()) {
    const { block, movement, time } = one
    if (heldSeconds(one) > 0 && movement.phase === 'long-holds' && warm < WARM_SECONDS) {
      checks.push(
        found({
          id: `cold ${block.id}`,
          weight: 'fix',
          what: `${movement.name} is held cold`,
          why: `${Math.round(warm / 60)} min of warming before it; a cold body is tighter: five at least.`,
          blockId: block.id,
          fix: { words: 'Move it later', edits: [{ edit: 'moveBlock', id: block.id, before: laterThan(blocks, at) }] },
        }),
      )
    }
    if (movement.phase === 'warm' || movement.phase === 'main') warm += time.seconds
    const next = blocks[at + 1]
    if (next && heldSeconds(one) >= LONG_HOLD_SECONDS && next.movement.quality === 'strength') {
      const shared = sharedRegions(one, next)
      if (shared.length > 0)
        checks.push(
          found({
            id: `hold-strong ${next.block.id}`,
            weight: 'fix',
            what: `${next.movement.name} straight after a long hold`,
            why: `Holds of a minute and more just before strong work on the same tissue (${wordsOf(shared)}) take its strength away: hold later.`,
            blockId: next.block.id,
            fix: { words: 'Swap the two', edits: [{ edit: 'moveBlock', id: next.block.id, before: block.id }] },
          }),
        )
    }
    if (next && movement.quality === 'strength' && next.movement.quality === 'strength') {
      const shared = sharedRegions(one, next)
      if (shared.length > 0)
        checks.push(
          found({
            id: `twice ${next.block.id}`,
            weight: 'consider',
            what: `${wordsOf(shared)} strong twice running`,
            why: 'Put something else between, so that the second is as clean as the first.',
            blockId: next.block.id,
          }),
        )
    }
    if (
      movement.quality === 'balance' &&
      blocks.slice(0, at).some((earlier) => earlier.movement.quality === 'strength')
    ) {
      checks.push(
        found({
          id: `balance ${block.id}`,
          weight: 'consider',
          what: `${movement.name} after the strength work`,
          why: 'Balance is best while the legs are fresh.',
          blockId: block.id,
        }),
      )
    }
    if (block.dose.kind === 'press' && block.dose.effort > STRONG_EFFORT_PERCENT && !plan.exhaleCue) {
      checks.push(
        found({
          id: `exhale ${block.id}`,
          weight: 'fix',
          what: 'A strong press without the exhale cue',
          why: 'Nobody holds the breath in strong work: it is said at every press.',
          blockId: block.id,
          fix: { words: 'Say it at every press', edits: [{ edit: 'setExhaleCue', exhaleCue: true }] },
        }),
      )
    }
  }
  return checks
}

function heldSeconds({ block }: CheckedBlock): number {
  return block.dose.kind === 'hold' || block.dose.kind === 'target' ? block.dose.seconds * block.rounds : 0
}

function sharedRegions(a: CheckedBlock, b: CheckedBlock): Region[] {
  return (Object.keys(a.movement.regions) as Region[]).filter(
    (region) => a.movement.regions[region]! >= HEAVY_WEIGHT && (b.movement.regions[region] ?? 0) >= HEAVY_WEIGHT,
  )
}

/** After the last block that still warms; null: at the end. */
function laterThan(blocks: readonly CheckedBlock[], at: number): string | null {
  const last = blocks.findLastIndex(
    (other, index) => index > at && other.movement.phase !== 'close' && other.movement.phase !== 'settle',
  )
  return blocks[(last < 0 ? at : last) + 1]?.block.id ?? null
}

export function wordsOf(regions: readonly Region[]): string {
  return regions.map((region) => region.replaceAll('-', ' ')).join(', ')
}
