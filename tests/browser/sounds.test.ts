import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { nextMeeting, World } from '../world'
import { Visitor } from './visitor'

/**
 * A device whose voice and loudspeaker write down what they are asked for; the voice speaks as fast as a test wants.
 */
function listened(): void {
  const heard = { played: [] as number[], spoken: [] as string[], cut: 0, wordsAMinute: 1500, loudness: [] as number[] }
  Object.assign(globalThis, { heard })
  const start = AudioBufferSourceNode.prototype.start
  AudioBufferSourceNode.prototype.start = function (...given: []) {
    heard.played.push(Math.round((this.buffer?.duration ?? 0) * 100))
    return start.apply(this, given)
  }
  const approach = AudioParam.prototype.setTargetAtTime
  AudioParam.prototype.setTargetAtTime = function (target, ...when) {
    heard.loudness.push(Math.round(target * 100) / 100)
    return approach.call(this, target, ...when)
  }
  let [isSpeaking, queue] = [false, [] as SpeechSynthesisUtterance[]]
  const next = () => {
    const said = queue.shift()
    isSpeaking = said !== undefined
    if (!said) return
    said.onstart?.(new Event('start') as SpeechSynthesisEvent)
    const end = () => (said.onend?.(new Event('end') as SpeechSynthesisEvent), next())
    setTimeout(end, (said.text.split(' ').length * 60_000) / heard.wordsAMinute)
  }
  const fake = {
    get pending() {
      return queue.length > 0
    },
    speak(said: SpeechSynthesisUtterance) {
      heard.spoken.push(said.text)
      queue.push(said)
      if (!isSpeaking) next()
    },
    cancel() {
      if (isSpeaking) heard.cut += 1
      queue = []
    },
  }
  Object.defineProperty(globalThis, 'speechSynthesis', { value: fake })
}
declare const heard: { played: number[]; spoken: string[]; cut: number; wordsAMinute: number; loudness: number[] }

let world: World
let visitor: Visitor
beforeAll(async () => {
  world = await World.open()
  visitor = await Visitor.arrive(world)
  await visitor.page.evaluateOnNewDocument(listened)
  await visitor.signIn()
  const { meeting } = await nextMeeting(await world.signedIn())
  await visitor.open(`/meetings/${meeting.id}/lead`)
})
afterAll(async () => {
  await visitor.leave()
  await world.close()
})

describe('what is heard', () => {
  it('can be listened to, each by itself', async () => {
    await visitor.click('Menu')
    await visitor.click('Sounds and voice')
    await visitor.sees('It begins', '[data-test="sounds"]')
    await visitor.expectAccessible()
    for (const sound of ['begin', 'half', 'last', 'change', 'end', 'count', 'beat'])
      await visitor.page.click(`[data-sound="${sound}"]`)
    const played = await visitor.page.evaluate(() => heard.played)
    // Hundredths of a second: as long as the signals that the core's test looks at.
    expect(played).toEqual([108, 70, 80, 110, 280, 14, 12])
  })
  it('measures how fast the device speaks, once, and says so', async () => {
    await visitor.sees('How fast it speaks is not known yet.')
    await visitor.click('Measure the voice')
    await visitor.sees('words a minute', '[data-test="voice-rate"]')
    const rate = await visitor.page.$eval('[data-test="voice-rate"] .numerals', (one) => Number(one.textContent))
    // The device of this test speaks 1,500 words a minute; its clock is as good as a browser's.
    expect(rate).toBeGreaterThan(900)
    expect(rate).toBeLessThan(1600)
  })
  it('says the cues one after the other, and ends what it says where somebody goes on', async () => {
    await visitor.clickAt('::-p-xpath(//label[contains(., "The device says the cues")])')
    await visitor.click('Done')
    await visitor.page.evaluate(() => void (heard.spoken.length = heard.loudness.length = heard.cut = 0))
    await visitor.beginClass()
    await visitor.page.waitForFunction(() => heard.spoken.length >= 2, { timeout: 60_000 })
    const [first, second] = await visitor.page.evaluate(() => heard.spoken)
    expect(first).toBe('Paced breath.')
    expect(second).toMatch(/^(Slow the breath|In bed|On the chairs)/)
    expect(await visitor.page.evaluate(() => heard.cut)).toBe(0)
    // The sounds step back while it speaks, and come up again.
    await visitor.page.waitForFunction(() => heard.loudness.includes(1), { timeout: 60_000 })
    expect((await visitor.page.evaluate(() => heard.loudness)).slice(0, 2)).toEqual([0.35, 1])
    // Sooner than by the script, in the middle of a sentence: it is ended, and what is next is said.
    await visitor.page.evaluate(() => void (heard.wordsAMinute = 20))
    const before = await visitor.page.evaluate(() => heard.spoken.length)
    await visitor.press('ArrowRight')
    await visitor.page.waitForFunction((count) => heard.spoken.length > count, { timeout: 60_000 }, before)
    await visitor.press('ArrowRight')
    await visitor.page.waitForFunction((count) => heard.spoken.length > count + 1, { timeout: 60_000 }, before)
    expect(await visitor.page.evaluate(() => heard.cut)).toBeGreaterThan(0)
    await visitor.press('Space')
    const spoken = await visitor.page.evaluate(() => heard.spoken.length)
    await visitor.press('ArrowRight')
    expect(await visitor.page.evaluate(() => heard.spoken.length)).toBe(spoken)
  })
})
