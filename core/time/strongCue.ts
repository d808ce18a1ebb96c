import type { BodySide } from '../body/joints'
import type { PostureGraph } from '../catalogue/posture'
import { joined } from '../sentence'
import type { ChangeoverMove } from './changeover'

/**
 * What is told to somebody with one stronger leg on a way, beside what all are told; empty where no leg leads.
 *
 * @param moves of the way, in their order
 * @param strongLeg which leg it is; null: either may lead
 * @example
 * strongCue([{ from: 'floor/free', to: 'floor/half-kneel' }], 'left', graph) // 'the left foot stays in front'
 * strongCue([{ from: 'floor/free', to: 'floor/half-kneel' }], null, graph) // ''
 */
export function strongCue(
  moves: readonly Pick<ChangeoverMove, 'from' | 'to'>[],
  strongLeg: BodySide | null,
  graph: Pick<PostureGraph, 'moves'>,
): string {
  if (strongLeg === null) return ''
  const cues = moves.flatMap(({ from, to }) =>
    graph.moves.flatMap(({ between: [first, second], strongCue: down, backStrongCue: up }) => {
      if (first === from && second === to) return down ?? []
      return first === to && second === from ? (up ?? []) : []
    }),
  )
  return joined([...new Set(cues)].map((cue) => cue.replaceAll('{side}', strongLeg)))
}
