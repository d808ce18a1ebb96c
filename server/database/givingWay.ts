/** A pause is so many times as long as the piece before it took, where nobody else is busy. */
const TIMES = 4
/** And at most so many times longer than that, where others are. */
const LONGER_AT_MOST = 5

/**
 * How long to wait between pieces of work that others must not feel: several times as long as a piece took, and longer
 * the slower it was against the quickest of its kind, since then others are busy.
 *
 * @param times how much longer than a piece the pause after it is at least; 0 where nobody else is there
 */
export class GivingWay {
  private readonly quickestMs = new Map<string, number>()

  constructor(private readonly times = TIMES) {}

  /**
   * @param kind of the piece: those of a kind take alike
   * @param ms it took
   * @returns milliseconds to wait
   */
  pauseAfter(kind: string, ms: number): number {
    const quickest = Math.min(ms, this.quickestMs.get(kind) ?? ms)
    this.quickestMs.set(kind, quickest)
    return quickest > 0 ? this.times * ms * Math.min(LONGER_AT_MOST, ms / quickest) : 0
  }
}
