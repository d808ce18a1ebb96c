import { randomUUID } from 'node:crypto'
import { setTimeout as wait } from 'node:timers/promises'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { follow, heardIds } from '../follow'
import { nextMeeting, World, type Caller } from '../world'
import { isLong } from './long'

/** Fifty screens follow one busy class, where something is said every second; in short, a dozen times at once. */
const SCREENS = 50
const SAID = isLong ? 600 : 12
/** So many come back at once after a restart. */
const BACK = 30

let world: World
let lead: Caller
beforeAll(async () => {
  world = await World.open()
  lead = await world.signedIn()
})
afterAll(() => world.close())

describe('fifty screens that follow one class', () => {
  it('hear everything, each', async () => {
    const { meeting } = await nextMeeting(lead)
    const screens = await Promise.all(Array.from({ length: SCREENS }, () => follow(world, lead, meeting.id)))
    const [used, began] = [world.cpuSeconds(), Date.now()]
    for (let second = 0; second < SAID; second += 1) {
      const pressed = { id: randomUUID(), at: Date.now(), event: 'stretch', step: 0, seconds: 15 }
      await lead.say(meeting.id, { kind: 'events', events: [pressed] })
      if (isLong) await wait(1000)
    }
    for (const screen of screens) await expect.poll(() => heardIds(screen).length).toBe(SAID)
    const share = (world.cpuSeconds() - used) / ((Date.now() - began) / 1000)
    if (isLong) console.log(`fifty following screens: ${(100 * share).toFixed(1)} % of a core; wanted: under 5 %`)
    screens.forEach((screen) => screen.end())
  })
  it('come back together after a restart, each from where it was, and hear what was said meanwhile', async () => {
    const { meeting, sequence } = await nextMeeting(lead)
    await world.crash()
    await world.startServer()
    const pressed = { id: randomUUID(), at: Date.now(), event: 'stretch', step: 0, seconds: 15 }
    await lead.say(meeting.id, { kind: 'events', events: [pressed] })
    const began = Date.now()
    // As browsers come back: within half a second of each other, each with the last place that it heard.
    const screens = await Promise.all(
      Array.from({ length: BACK }, async (_, at) => {
        await wait((500 * at) / BACK)
        return follow(world, lead, meeting.id, { since: 0, heard: sequence })
      }),
    )
    for (const screen of screens) await expect.poll(() => heardIds(screen), { interval: 10 }).toEqual([pressed.id])
    console.log(`${BACK} screens back after a restart: settled in ${Date.now() - began} ms; wanted: 1,500`)
    screens.forEach((screen) => screen.end())
  })
})
