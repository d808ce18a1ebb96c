import { entryAt } from '../entries'
import type { Tier } from '../catalogue/words'
import { BlockVoice, type Said } from './blockVoice'
import type { ScriptStep } from './script'
import { Speaking, type Cue } from './speaking'

/**
 * The voice director: everything that one voice says to four lanes, from the plan, the offers and the circle's habits.
 * Each is spoken to its end. What has to be said comes first: name, set-up lane by lane, the way there, the start, a
 * word to every lane while it is done, the change of sides; then what is counted; then, where it leaves silence, where
 * not to feel it, what is easier, and what is more where that is for everybody in the lane.
 *
 * @returns cues in order of time
 * @example
 * cuesOf(script, { plan, timeline, riders, circle, catalogue, textsOf: () => undefined })[0].say // 'Bridge.'
 */
export function cuesOf(steps: readonly ScriptStep[], said: Said): Cue[] {
  const speaking = new Speaking(steps, said.voice ?? said.catalogue.clock.voice)
  let told: readonly Tier[] = []
  for (let from = 0; from < steps.length;) {
    const { blockId } = entryAt(steps, from)
    let to = from
    while (to < steps.length && entryAt(steps, to).blockId === blockId) to += 1
    const place = said.plan.blocks.findIndex((block) => block.id === blockId)
    const block = said.plan.blocks[place]
    const movement = block && said.catalogue.movements.get(block.movement)
    if (block && movement)
      told = new BlockVoice(speaking, { steps, from, to, block, place, movement, told }, said).speak()
    else sayTheEnd(speaking, from)
    from = to
  }
  return speaking.cues
}

/** In as many words as there is time for. */
function sayTheEnd(speaking: Speaking, step: number): void {
  const [whole, short] = ['Roll to the side, wait, sit, wait, stand. Nobody is rushed.', 'Back to where you began.']
  for (const words of [`${short} ${whole}`, short])
    if (speaking.say({ kind: 'end', words }, speaking.windowOf(step)) !== null) return
}

/**
 * The cue that holds at a moment of a step: the last one that was said in it, or what runs on from the step before.
 *
 * @example
 * cueAt(cues, 0, 0)?.say // 'Bridge.'
 */
export function cueAt<C extends Pick<Cue, 'step' | 'intoStep' | 'runsOn'>>(
  cues: readonly C[],
  step: number,
  intoStep: number,
): C | null {
  const said = cues.findLast((cue) => cue.step < step || (cue.step === step && cue.intoStep <= intoStep))
  return said && (said.step === step || (said.step === step - 1 && said.runsOn > intoStep)) ? said : null
}

/**
 * What one lane hears: what is said to everybody, and what is said to it.
 *
 * @example
 * heardIn('floor', cues).every(({ lanes }) => lanes.length === 0 || lanes.includes('floor')) // true
 */
export function heardIn(tier: Tier, cues: readonly Cue[]): Cue[] {
  return cues.filter(({ lanes }) => lanes.length === 0 || lanes.includes(tier))
}
