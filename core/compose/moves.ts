import type { RandomNumber } from '../random'
import type { Piece } from './evaluate'
import { PHASE_ORDER } from './weights'

/**
 * Small changes of a line that keep its phases in order where there is such a place. A line that was changed stands in
 * `next` until the next change: of so many lines nearly all are thrown away at once, so none is made anew.
 */
export class Moves {
  /** The line as it was changed last: the first pieces, as many as `change` said. */
  readonly next: Piece[] = []
  private count = 0
  private readonly middle: Piece[]
  private readonly ofMovement = new Map<string, Piece[]>()
  private readonly starts: Piece[]
  private readonly ends: Piece[]

  constructor(
    pieces: readonly Piece[],
    private readonly random: RandomNumber,
  ) {
    this.middle = pieces.filter(({ isBreath }) => !isBreath)
    for (const piece of pieces)
      this.ofMovement.set(piece.option.movement, [...(this.ofMovement.get(piece.option.movement) ?? []), piece])
    this.starts = pieces.filter(({ mayStart }) => mayStart)
    this.ends = pieces.filter(({ isBreath, phase }) => isBreath || phase === PHASE_ORDER.close)
  }

  /** Changes a line; how many pieces of `next` it has then, 0 where nothing could be changed. */
  change(line: readonly Piece[]): number {
    const between = line.length - 2
    const kind = this.random()
    if (kind < 0.25) return this.placed(line, -1, this.oneOf(this.middle))
    if (kind < 0.32) return between === 0 ? 0 : this.without(line, 1 + this.pick(between))
    if (kind < 0.55) return between === 0 ? 0 : this.placed(line, 1 + this.pick(between), this.oneOf(this.middle))
    if (kind < 0.62) return between < 2 ? 0 : this.oneForTwo(line, 1 + this.pick(between), 1 + this.pick(between - 1))
    if (kind < 0.74) {
      const at = this.pick(line.length)
      return this.replaced(line, at, this.oneOf(this.ofMovement.get(line[at]!.option.movement)!))
    }
    if (kind < 0.94) {
      if (between < 2) return 0
      const at = 1 + this.pick(between)
      this.without(line, at)
      return this.inserted(line[at])
    }
    const isEnd = this.random() < 0.5
    return this.replaced(line, isEnd ? line.length - 1 : 0, this.oneOf(isEnd ? this.ends : this.starts))
  }

  private without(line: readonly Piece[], skipped: number): number {
    this.count = 0
    for (let at = 0; at < line.length; at += 1) if (at !== skipped) this.next[this.count++] = line[at]!
    return this.count
  }

  /** Two taken out, the second as they stand without the first, and one put in. */
  private oneForTwo(line: readonly Piece[], first: number, second: number): number {
    this.without(line, first)
    this.count -= 1
    for (let at = second; at < this.count; at += 1) this.next[at] = this.next[at + 1]!
    return this.inserted(this.oneOf(this.middle))
  }

  private replaced(line: readonly Piece[], replaced: number, piece: Piece | undefined): number {
    if (!piece) return 0
    this.count = line.length
    for (let at = 0; at < line.length; at += 1) this.next[at] = line[at]!
    this.next[replaced] = piece
    return this.count
  }

  /** In the place of what is in it already: a chain in that of its parts, a part in that of its chain. */
  private placed(line: readonly Piece[], skipped: number, piece: Piece | undefined): number {
    if (!piece) return 0
    const last = line.length - 1
    this.count = 0
    for (let at = 0; at <= last; at += 1) {
      const other = line[at]!
      if (at !== skipped && (at === 0 || at === last || !sharesMovement(other, piece))) this.next[this.count++] = other
    }
    return this.inserted(piece)
  }

  /** Somewhere among the blocks of its phase. */
  private inserted(piece: Piece | undefined): number {
    if (!piece) return 0
    const { next, count } = this
    const last = count - 1
    let [from, to] = [1, last]
    while (from < last && next[from]!.lastPhase < piece.phase) from += 1
    while (to > from && next[to - 1]!.phase > piece.lastPhase) to -= 1
    const place = from + this.pick(to - from + 1)
    for (let at = count; at > place; at -= 1) next[at] = next[at - 1]!
    next[place] = piece
    this.count += 1
    return this.count
  }

  private pick(count: number): number {
    return Math.floor(this.random() * count)
  }
  private oneOf(pieces: readonly Piece[]): Piece | undefined {
    return pieces[this.pick(pieces.length)]
  }
}

function sharesMovement({ ids }: Piece, { ids: others }: Piece): boolean {
  for (const id of ids) if (others.includes(id)) return true
  return false
}
