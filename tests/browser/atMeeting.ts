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
