import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest'
import { HELPER } from '../demoData'
import { nextMeeting, World, type Caller } from '../world'
import { atMeeting } from './atMeeting'
import { Visitor } from './visitor'

/**
 * What goes wrong in a class: the browser's store fails, the server hangs, stumbles or is gone, a clock is wrong, many
 * windows are open, and somebody else is at work on the same.
 */
let world: World
let visitor: Visitor
let lead: Caller
let meetingId = ''
const SOON = { timeout: 60_000 }
beforeAll(async () => {
  ;({ world, visitor, lead, meetingId } = await atMeeting())
})
afterEach(() => world.goOn())
afterAll(async () => {
  await visitor?.leave()
  await world.close()
})

const path = (step: string) => `/meetings/${meetingId}/${step}`
const waiting = (on = visitor) =>
  on.page.$eval('[data-test="outbox"]', (element) => Number(element.getAttribute('data-waiting')))
const arrived = (on = visitor) => expect.poll(() => waiting(on), SOON).toBe(0)
const isStatus = (status: string, on = visitor) =>
  on.page.waitForSelector(`[data-test="lead"][data-status="${status}"]`, SOON)
const notesOf = async (figure: number) => {
  const view = await nextMeeting(lead)
  const { id } = view.people[figure - 1]
  return view.outcomes.filter((outcome: any) => outcome.participant === id)
}
/** Picks somebody by their two figures and notes them as done, once the page takes keys. */
async function note(figure: number, on = visitor): Promise<void> {
  await on.press('Escape', ...String(figure).padStart(2, '0'), 'd')
}
const ticked = (name: string, on = visitor) =>
  on.page.waitForFunction(
    (who) =>
      Array.from(document.querySelectorAll('[data-person]')).some(
        ({ textContent: said }) => said.includes(who) && said.includes('✓'),
      ),
    SOON,
    name,
  )
async function lookAtClass(on = visitor): Promise<void> {
  await on.open(path('lead'))
  await on.page.waitForSelector('[data-test="lead"] [data-person]', SOON)
}
/** Does something with pages on which a part of the browser fails. */
async function withFailing(how: () => void, work: () => Promise<void>): Promise<void> {
  const { identifier } = await visitor.page.evaluateOnNewDocument(how)
  try {
    await work()
  } finally {
    await visitor.page.removeScriptToEvaluateOnNewDocument(identifier)
  }
}

describe('a class that runs', () => {
  it('is begun', async () => {
    await lookAtClass()
    await visitor.beginClass()
    await isStatus('running')
    await visitor.press('ArrowRight', 'ArrowRight', 'ArrowRight', 'Space')
    await isStatus('paused')
    await visitor.sees('not noted yet')
  })
})

/** Whether the browser asks before it lets the page go. */
const asksBeforeLeaving = () =>
  visitor.page.evaluate(() => !window.dispatchEvent(new Event('beforeunload', { cancelable: true })))

describe('the browser’s store', () => {
  it('fails, and what is noted arrives all the same', async () => {
    const full = () => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('No room', 'QuotaExceededError')
      }
    }
    await withFailing(full, async () => {
      await lookAtClass()
      await note(1)
      await ticked('Agnes')
      await arrived()
      expect(await notesOf(1)).toHaveLength(1)
      // With the server gone as well, nothing holds the note but this window, which says so.
      world.hang()
      await note(2)
      await visitor.sees('Do not close this window until 1 note is sent.', '[data-test="outbox-unkept"]')
      expect(await visitor.text('main')).toMatch(/Bertil[^✓]*…/)
      expect(await asksBeforeLeaving()).toBe(true)
      world.goOn()
      await arrived()
      await ticked('Bertil')
      expect(await asksBeforeLeaving()).toBe(false)
      expect(await notesOf(2)).toHaveLength(1)
    })
  })
  it('is denied altogether, and the class can be led', async () => {
    const denied = () => {
      IDBFactory.prototype.open = () => {
        throw new DOMException('Not here', 'SecurityError')
      }
    }
    await withFailing(denied, async () => {
      await lookAtClass()
      await note(3)
      await arrived()
      expect(await notesOf(3)).toHaveLength(1)
    })
  })
  it('is closed under the page, and is opened again', async () => {
    await lookAtClass()
    await visitor.page.evaluate(
      () =>
        new Promise((done) => {
          // Another window asks for a newer store: this page has to let go of its own, and does without from then on.
          const asked = indexedDB.deleteDatabase('unhurried-circle')
          asked.onsuccess = asked.onerror = asked.onblocked = () => done(true)
        }),
    )
    world.hang()
    await note(4)
    await ticked('Dov')
    expect(await waiting()).toBe(1)
    world.goOn()
    await arrived()
  })
})

describe('the server', () => {
  it('hangs: the class says that notes are on their way, and that nothing is heard', async () => {
    await lookAtClass()
    world.hang()
    await note(5)
    await visitor.sees('1 on its way.', '[data-test="outbox-late"]')
    world.goOn()
    await arrived()
  })
  it('stumbles over one message, and gets all others', async () => {
    await lookAtClass()
    await visitor.page.setRequestInterception(true)
    const stumble = (request: any) => {
      const body = request.postData() ?? ''
      if (request.method() === 'POST' && body.includes('"kind":"outcomes"') && stumbles(body))
        void request.respond({ status: 500, contentType: 'application/json', body: '{}' })
      else void request.continue()
    }
    let first = ''
    let isMended = false
    function stumbles(body: string): boolean {
      const { id } = JSON.parse(body).message.outcomes[0]
      first ||= id
      return id === first && !isMended
    }
    visitor.page.on('request', stumble)
    await note(6)
    await note(7)
    await note(8)
    await expect.poll(async () => (await notesOf(8)).length, SOON).toBe(1)
    expect([await notesOf(6), await waiting()]).toEqual([[], 1])
    isMended = true
    await arrived()
    expect(await notesOf(6)).toHaveLength(1)
    visitor.page.off('request', stumble)
    await visitor.page.setRequestInterception(false)
  })
  it('refuses something for ever: it is set aside and shown, and can be saved', async () => {
    await visitor.open('/')
    const { practiceId } = await signedIn()
    const message = { kind: 'events', events: [{ id: crypto.randomUUID(), at: Date.now(), event: 'reset' }] }
    await leave({ practiceId, message })
    await leave({ strange: true })
    await visitor.open('/people')
    await visitor.sees(
      'was refused: Something was noted in this class already: it cannot be begun anew.',
      '[data-test="outbox-refused"]',
    )
    await visitor.sees('1 kept by another version of the application cannot be read', '[data-test="outbox-unreadable"]')
    const saved = await visitor.page.evaluate(
      () =>
        new Promise<string>((done) => {
          URL.createObjectURL = (blob: Blob) => (void blob.text().then(done), 'blob:none')
          const save = Array.from(document.querySelectorAll('button')).find((one) =>
            one.textContent.includes('set aside'),
          )
          save?.click()
        }),
    )
    expect(JSON.parse(saved)).toMatchObject({ refused: [{ message }], unreadable: [{ strange: true }] })
    await visitor.click('Put it away')
    await visitor.page.waitForFunction(() => !document.querySelector('[data-test="outbox-refused"]'), SOON)
  })
})

/** Leaves something in the box, as an earlier visit of this browser did. */
async function leave(kept: object): Promise<void> {
  const whole = { name: crypto.randomUUID(), at: Date.now(), meetingId, refused: '', ...kept }
  await visitor.page.evaluate(
    (one) =>
      new Promise<void>((done) => {
        const asked = indexedDB.open('unhurried-circle')
        asked.onsuccess = () => {
          const writing = asked.result.transaction('outbox', 'readwrite')
          writing.objectStore('outbox').put(one)
          writing.oncomplete = () => (asked.result.close(), done())
        }
      }),
    whole,
  )
}
const signedIn = (): Promise<{ id: string; practiceId: string }> =>
  visitor.page.evaluate(async () => (await (await fetch('/api/session')).json()).account)

describe('notes that an earlier visit left', () => {
  it('are shown and sent from any page, with who noted them beside who is signed in now', async () => {
    const { body: accounts } = await lead.call('GET', '/api/accounts')
    const helper = accounts.find((one: any) => one.email === HELPER)
    const view = await nextMeeting(lead)
    const outcome = { ...view.outcomes[0], id: crypto.randomUUID(), sequence: undefined }
    await visitor.open('/')
    const { id, practiceId } = await signedIn()
    const message = { kind: 'outcomes', outcomes: [outcome] }
    await leave({ practiceId, message, at: Date.now() - 60_000, by: { id: helper.id, name: helper.name } })
    world.hang()
    await visitor.page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')))
    await visitor.sees(`1 on its way. Noted by ${helper.name}.`, '[data-test="outbox-late"]')
    world.goOn()
    await arrived()
    const row = await world.db('outcomes').where({ id: outcome.id }).first('noted_by', 'logged_by')
    expect(row).toEqual({ noted_by: helper.id, logged_by: id })
  })
})

describe('a clock that is wrong', () => {
  const left = (on: Visitor) =>
    on.page.$eval('[data-test="left"]', (element) => Number(element.getAttribute('aria-label')!.split(' ')[0]))
  it.each([
    ['ten minutes', 600_000],
    ['a day', -86_400_000],
  ])(
    'by %s moves no screen by more than a second, and a device whose clock is set in mid-class neither',
    async (_, by) => {
      const other = await Visitor.arrive(world)
      await other.signIn()
      await other.page.evaluateOnNewDocument((ms) => {
        const now = Date.now
        Date.now = () => now() + ms
      }, by)
      await lookAtClass()
      await lookAtClass(other)
      await visitor.press('ArrowRight', 'Space')
      await isStatus('running')
      await isStatus('running', other)
      // Both are read at once: on a busy machine one reading can take longer than a second.
      const apart = async () => {
        const [one, another] = await Promise.all([left(visitor), left(other)])
        return Math.abs(one - another)
      }
      const isWithinASecond = () => expect.poll(apart, SOON).toBeLessThanOrEqual(1)
      await isWithinASecond()
      await visitor.page.evaluate((ms) => {
        const now = Date.now
        Date.now = () => now() + ms
      }, by)
      await other.press('ArrowUp')
      await visitor.press('ArrowUp')
      await arrived()
      await arrived(other)
      await isWithinASecond()
      await other.press('Space')
      await isStatus('paused')
      await isWithinASecond()
      const { classEvents, now } = await nextMeeting(lead)
      for (const event of classEvents) expect(event.at).toBeLessThanOrEqual(now + 1000)
      await other.leave()
    },
  )
})

describe('many windows of one browser', () => {
  it('share one line to the server: all hear, all load, and notes arrive', async () => {
    await lookAtClass()
    const lines: string[] = []
    const count = (on: Visitor) =>
      on.page.on('request', (request) => request.url().includes('/stream') && lines.push(request.url()))
    const others: Visitor[] = []
    for (let tab = 0; tab < 7; tab += 1) {
      const other = await visitor.secondTab()
      count(other)
      await lookAtClass(other)
      others.push(other)
    }
    expect(lines).toEqual([])
    await note(10, others[6])
    await arrived(others[6])
    await expect.poll(async () => (await notesOf(10)).length, SOON).toBe(1)
    for (const on of [visitor, ...others]) await ticked('Jonas', on)
    // The one that holds the line goes: another takes over.
    await visitor.page.close()
    const [next] = others
    await next!.page.bringToFront()
    await expect.poll(() => lines.length, SOON).toBe(1)
    await lead.say(meetingId, {
      kind: 'events',
      events: [{ id: crypto.randomUUID(), at: Date.now(), event: 'finish' }],
    })
    for (const other of others) await isStatus('finished', other)
    visitor = next!
    for (const other of others.slice(1)) await other.page.close()
  })
})
