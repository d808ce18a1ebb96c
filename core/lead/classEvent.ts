import { z } from 'zod'
import { Tier } from '../catalogue/words'
import { Block } from '../plan/plan'
import { ScriptStep } from './script'

const made = {
  /** Made by the client, so sending twice is harmless. */
  id: z.uuid(),
  /** Epoch milliseconds. */
  at: z.number().int(),
  /** The start that the class stood on where it was pressed; left out: whichever stands. */
  under: z.uuid().nullish(),
  /** Its place in the server's order; left out: the server has not got it yet. */
  sequence: z.number().int().nullish(),
}

/**
 * What can happen to a class. A move names the step it goes to, so two devices that press "on" together go on once. The
 * start holds the script, so somebody who comes late or a plan that is edited does not shift a running class; it names
 * the version of the plan that it was made from. A reset makes it ready to start again.
 */
export const ClassEvent = z.discriminatedUnion('event', [
  z.object({
    ...made,
    event: z.literal('start'),
    script: z.array(ScriptStep).min(1, 'A class without blocks cannot start.').max(2000),
    planVersion: z.number().int().nullish(),
  }),
  z.object({ ...made, event: z.literal('pause') }),
  z.object({ ...made, event: z.literal('resume') }),
  z.object({ ...made, event: z.literal('goTo'), step: z.number().int().min(0).max(2000) }),
  z.object({
    ...made,
    event: z.literal('stretch'),
    step: z.number().int().min(0).max(2000),
    seconds: z.number().int().min(-600).max(600),
  }),
  // The rest of the class runs otherwise from this step on: shortened, something dropped, something gentler.
  z.object({
    ...made,
    event: z.literal('change'),
    step: z.number().int().min(0).max(2000),
    script: z.array(ScriptStep).max(2000),
    blocks: z.array(Block).max(60),
    why: z.string().max(200),
  }),
  // Somebody works in another tier for the rest, or takes no further part.
  z.object({ ...made, event: z.literal('tier'), participant: z.uuid(), tier: Tier }),
  z.object({ ...made, event: z.literal('leave'), participant: z.uuid(), why: z.string().max(200) }),
  z.object({ ...made, event: z.literal('return'), participant: z.uuid() }),
  z.object({ ...made, event: z.literal('finish') }),
  z.object({ ...made, event: z.literal('reset') }),
])
export type ClassEvent = z.infer<typeof ClassEvent>
