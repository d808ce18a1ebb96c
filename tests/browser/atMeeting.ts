import { nextMeeting, World, type Caller } from '../world'
import { Visitor } from './visitor'

/** The demo, its lead in a browser and at the server's door, and the next meeting. */
export interface AtMeeting {
  world: World
  visitor: Visitor
  lead: Caller
  meetingId: string
}

export async function atMeeting(): Promise<AtMeeting> {
  const world = await World.open()
  const visitor = await Visitor.arrive(world)
  await visitor.signIn()
  const lead = await world.signedIn()
  return { world, visitor, lead, meetingId: (await nextMeeting(lead)).meeting.id }
}

/** All of the circle are ticked, that is kept, and the class begins. */
export async function beginWithAll({ visitor, meetingId }: AtMeeting): Promise<void> {
  await visitor.open(`/meetings/${meetingId}/gather`)
  await visitor.sees('of 11 are here.')
  await visitor.press('e')
  await visitor.sees('11 of 11 are here.')
  await visitor.page.waitForSelector('[data-test="outbox"][data-waiting="0"]')
  await visitor.open(`/meetings/${meetingId}/lead`)
  await visitor.beginClass()
}
