import { entryAt } from '../entries'
import type { Catalogue } from '../catalogue/catalogue'
import type { WorkPart } from '../time/workSeconds'
import { goesOn } from './chain'
import type { Block } from './plan'
import { type Heard } from './heard'
import { introductionSpeech, namedAs, setUpsAhead } from './saying'

/** How a block is introduced. */
export interface Introduction {
  /** Seconds at least, as the clock has it. */
  usual: number
  /** How long it takes to say what has to be said, seconds. */
  said: number
  /** To how many lanes, in their order, its set-up was told while the part before was done. */
  toldAhead: number
}

/**
 * Introduces the blocks of a plan one after the other: what the circle has not met takes longer; a chain goes on
 * without a stop, and its next part is told while the one before is done.
 *
 * @example
 * new Introducing(plan.blocks, met, catalogue).next({ heard: [], parts: [] }, []).usual // 8
 */
export class Introducing {
  private readonly seen: Set<string>
  private at = 0
  private toldAhead = 0

  constructor(
    private readonly blocks: readonly Block[],
    met: ReadonlySet<string>,
    private readonly catalogue: Pick<Catalogue, 'clock' | 'movements'>,
  ) {
    this.seen = new Set(met)
  }

  /**
   * The next block.
   *
   * @param now those who do it, and the work of the lane that sets the clock
   * @param after those who do the block after it
   */
  next(now: { heard: readonly Heard[]; parts: readonly WorkPart[] }, after: readonly Heard[]): Introduction {
    const { blocks, at, toldAhead, catalogue } = this
    const block = entryAt(blocks, at)
    const { firstSeconds, againSeconds, inChainSeconds } = catalogue.clock.introduction
    const known = goesOn(blocks, at) ? inChainSeconds : againSeconds
    const usual = this.seen.has(block.movement) ? known : firstSeconds
    const named = namedAs(blocks, at, catalogue)
    const said = introductionSpeech(block, { ...now, named, toldAhead }, catalogue)
    // On the other side everybody knows how it is set up.
    const isTold = goesOn(blocks, at + 1) && blocks[at + 1]?.onSide !== 'second'
    this.toldAhead = isTold ? setUpsAhead(block, now, after, catalogue.clock.voice) : 0
    this.seen.add(block.movement)
    this.at += 1
    return { usual, said, toldAhead }
  }
}
