import { describe, expect, it } from 'vitest'
import { askFor } from '../../tests/asks'
import { personIn } from '../../tests/people'
import { TIERS } from '../catalogue/words'
import { randomFrom } from '../random'
import { Evaluator, type Piece } from './evaluate'
import { Moves } from './moves'
import { problemOf } from './problem'
import { bestLine } from './search'

const circle = TIERS.map((tier) => personIn(tier, { id: tier }))
const problem = problemOf(askFor(circle, { minutes: 45, chains: true }))
const evaluator = new Evaluator(problem)
const random = randomFrom('moves').next
const line = evaluator.piecesOf(bestLine(problem, random, 3000)!)
const moves = new Moves(evaluator.pieces, random)

/** Changes of one line, each as it stood when it was made. */
const changed = Array.from({ length: 3000 }, () => moves.next.slice(0, moves.change(line)))
const made = changed.filter((next) => next.length > 0)
const without = (from: readonly Piece[], those: readonly Piece[]) => from.filter((piece) => !those.includes(piece))

describe('a small change of a line', () => {
  it('leaves the line that it is made from as it was, and is mostly another', () => {
    const before = [...line]
    moves.change(line)
    expect(line).toEqual(before)
    const others = made.filter((next) => next.some((piece, at) => piece !== line[at]) || next.length !== line.length)
    expect(others.length).toBeGreaterThan(2000)
  })
  it('brings one piece in at most, and takes out two, or what it takes the place of', () => {
    for (const next of made) {
      expect(next.every((piece) => evaluator.pieces.includes(piece))).toBe(true)
      const [come, gone] = [without(next, line), without(line, next)]
      expect(come.length).toBeLessThanOrEqual(1)
      const isReplaced = ({ ids }: Piece) => come.some((piece) => piece.ids.some((id) => ids.includes(id)))
      expect(gone.filter((piece) => !isReplaced(piece)).length).toBeLessThanOrEqual(2)
    }
  })
  it('keeps the phases in order wherever a place in order is there', () => {
    const isInOrder = (next: readonly Piece[]) => {
      const phases = next.slice(1, -1).flatMap(({ phase, lastPhase }) => [phase, lastPhase])
      return phases.every((phase, at) => at === 0 || phase >= phases[at - 1]!)
    }
    // A chain of several phases may have none.
    const comes = (next: readonly Piece[]) => without(next, line)
    const ofOnePhase = made.filter((next) => comes(next).every(({ phase, lastPhase }) => phase === lastPhase))
    expect(ofOnePhase.length).toBeGreaterThan(1500)
    expect(ofOnePhase.filter((next) => !isInOrder(next))).toEqual([])
  })
  it('makes each kind of change: longer, shorter, in another order, another beginning and end', () => {
    const lengths = new Set(made.map((next) => Math.sign(next.length - line.length)))
    expect([...lengths].toSorted((a, b) => a - b)).toEqual([-1, 0, 1])
    expect(made.some((next) => next.length === line.length && without(next, line).length === 0)).toBe(true)
    expect(made.some(([first]) => first !== line[0])).toBe(true)
    expect(made.some((next) => next.at(-1) !== line.at(-1))).toBe(true)
  })
})
