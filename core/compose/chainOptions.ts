import { entryAt, lastOf } from '../entries'
import type { ReadyChain } from '../catalogue/chain'
import { turnsTo } from '../plan/chain'
import { blocksOfChain } from '../plan/chainEdits'
import type { Block } from '../plan/plan'
import { Introducing } from '../plan/introducing'
import { heardBy, optionOf, workOf, type Option, type Whom } from './options'
import { CLIMB_SECONDS, PHASE_ORDER, sayingLonger } from './weights'

/** A chain is composed with where nobody is on the way between two of its parts for longer, seconds; ours. */
const WAY_AT_MOST = 10

/** What a second of it counts more: who wishes for chains wants what they open used at once; ours. */
const CHAIN_BONUS = 1.2

/** How often each part may be done in the place of once. */
const TIMES = [1, 2]

/** Ways between tuples of postures, as a problem has them. */
export interface Ways {
  change: Float64Array
  free: Float64Array
  climb: Float64Array
  postures: number
}

/**
 * A ready chain as an option, each part once or twice; its parts are what they would be alone, with the chain's rounds
 * and without a stop between them.
 *
 * @param whomOf of each movement, with the tuple of postures it is done in; undefined where it cannot be in the plan
 * @returns nothing where a part cannot be in it, somebody is on the way between two parts, or its parts would break the
 * order of a session
 * @example
 * chainOptions({ id: 'two', name: 'Two', words: '', bySide: false, parts: [{ movement: 'bridge', rounds: 1 },
 * { movement: 'sit-to-stand', rounds: 1 }] }, () => undefined, { change: [], free: [], climb: [], postures: 0 }, ask)
 * // []
 */
export function chainOptions(
  chain: ReadyChain,
  whomOf: (movement: string) => Whom | undefined,
  ways: Ways,
  ask: Whom['ask'],
): Option[] {
  const { school, catalogue } = ask
  return TIMES.flatMap((times) => {
    let made = 0
    const blocks = blocksOfChain(chain, { school, freshId: () => `${(made += 1)}`, times, catalogue })
    const parts = blocks ? partOptions(blocks, whomOf, ask) : []
    return parts.length > 1 && isInOrder(parts, ways) ? [together(chain, parts, ways, times)] : []
  })
}

/** The parts of a chain as they would be alone; nothing where one cannot be in the plan. */
function partOptions(
  blocks: readonly Block[],
  whomOf: (movement: string) => Whom | undefined,
  { school, met, catalogue }: Whom['ask'],
): Option[] {
  if (blocks.some(({ movement }) => !whomOf(movement))) return []
  const introducing = new Introducing(blocks, met, catalogue)
  return blocks.flatMap((block, at): Option[] => {
    const [movement, whom] = [catalogue.movements.get(block.movement), whomOf(block.movement)]
    if (!movement || !whom) return []
    const turns = turnsTo(blocks, at)
    const next = whomOf(blocks[at + 1]?.movement ?? '')
    const now = workOf(block, movement, whom, turns)
    const introduction = introducing.next(now, next ? heardBy(next) : [])
    const timed = { introduction, parts: now.parts, usualRounds: movement.doses[school].rounds }
    return [optionOf(block, movement, timed, whom)]
  })
}

function isInOrder(parts: readonly Option[], { change, postures }: Ways): boolean {
  return parts.every((part, at) => {
    const before = parts[at - 1]
    if (!before) return true
    const way = entryAt(change, before.posture * postures + part.posture)
    // The other side begins with the first part again.
    const isAgain = parts.slice(0, at).some(({ movement }) => movement === part.movement)
    const isForward =
      PHASE_ORDER[part.phase] >= PHASE_ORDER[before.phase] && (part.lines[0] ?? 3) >= (before.lines[0] ?? 0)
    return way <= WAY_AT_MOST && part.isDown === before.isDown && (isForward || isAgain)
  })
}

/** Its parts as one, with the ways between them. */
function together(
  chain: ReadyChain,
  parts: readonly Option[],
  { change, free, climb, postures }: Ways,
  times: number,
): Option {
  const [first, last] = [entryAt(parts, 0), lastOf(parts)]
  const [given, gain] = [new Float64Array(first.gain.length), new Float64Array(first.gain.length)]
  let [seconds, longer, warm, cost] = [0, 0, 0, 0]
  parts.forEach((part, at) => {
    part.given.forEach((own, region) => (given[region]! += own))
    part.gain.forEach((own, region) => (gain[region]! += CHAIN_BONUS * own))
    const way = at === 0 ? 0 : entryAt(parts, at - 1).posture * postures + part.posture
    const more = at === 0 ? 0 : sayingLonger(part, entryAt(free, way))
    longer += more
    seconds += part.seconds + more + (at === 0 ? 0 : entryAt(change, way))
    warm += part.warm
    cost += part.cost + (at === 0 ? 0 : CLIMB_SECONDS * entryAt(climb, way))
  })
  return {
    ...first,
    movement: `chain:${chain.id}`,
    movements: chain.parts.map(({ movement }) => movement),
    chain,
    size: parts.length,
    rounds: times,
    seconds,
    longer,
    given,
    gain,
    warm,
    cost,
    lastPhase: parts.reduce(
      (latest, { phase }) => (PHASE_ORDER[phase] > PHASE_ORDER[latest] ? phase : latest),
      first.phase,
    ),
    isLongHold: parts.some((part) => part.isLongHold),
    lines: [...new Set(parts.flatMap(({ lines }) => lines))].toSorted(),
    leaves: last.posture,
    ordered: parts.flatMap(({ ordered }) => ordered.map((one) => ({ ...one, isChained: true }))),
    breathing: parts.flatMap(({ breathing }) => breathing),
  }
}
