/**
 * How long the composer looks, in steps of its search: a sixth of a second for the first plan; ours, measured.
 */
export const FIRST_STEPS = 60_000
/** For each further plan that differs from those found. */
export const LATER_STEPS = 20_000
/** Going on from a line that the real clock did not hold. */
export const SHORTER_STEPS = 20_000
/** Going on from a plan in which something was changed. */
export const AGAIN_STEPS = 30_000
/** Whole movements are proven within this time, or not; seconds for each of the two cases. */
export const PROOF_SECONDS = 2.2
/** Closer than this, as a share of the score, needs no closer proof. */
export const CLOSE_ENOUGH = 0.01
