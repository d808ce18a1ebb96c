import { randomUUID } from 'node:crypto'
import { setTimeout as wait } from 'node:timers/promises'
import { PASSWORD } from '../demoData'
import type { Heard, Sent } from './linear'
import type { TownClass } from './town'

const AGAIN_MS = 300
const ANSWER_WITHIN_MS = 10_000

/** What whoever teaches and whoever looks on met with. */
export class Met {
  readonly sent: Sent[] = []
  /** How long each note took that went through at the first try, and all others with their tries, milliseconds. */
  readonly plainMs: number[] = []
  readonly allMs: number[] = []
  /** Answers by status; 0: the line broke. */
  readonly answers = new Map<number, number>()
  /** How long screens were cut off, each time, until they heard again, and when that began. */
  readonly cuts: { began: number; ms: number }[] = []
  /** All that screens were sent. */
  heardBytes = 0

  /** What another met with too. */
  add({ allMs, answers }: Met): void {
    this.allMs.push(...allMs)
    for (const [status, times] of answers) this.answers.set(status, (this.answers.get(status) ?? 0) + times)
  }

  count(status: number): void {
    this.answers.set(status, (this.answers.get(status) ?? 0) + 1)
  }
}

export async function signIn(address: string, email: string): Promise<string> {
  const reply = await fetch(`${address}/api/session`, {
    method: 'POST',
    body: JSON.stringify({ email, password: PASSWORD }),
    headers: { 'content-type': 'application/json' },
  })
  if (reply.status !== 200) throw new Error(`${email} could not sign in: ${reply.status} ${await reply.text()}`)
  return reply.headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ')
}

/** Notes something in a class, and sends it again until it is confirmed, as a tablet does. */
export async function note(address: string, cookie: string, { meeting, people }: TownClass, met: Met): Promise<void> {
  const [id, at] = [randomUUID(), Date.now()]
  const participant = people[at % people.length]!
  const sent: Sent = { id, meeting, begun: performance.now(), confirmed: null }
  met.sent.push(sent)
  const body = JSON.stringify({ message: { kind: 'outcomes', outcomes: [outcome(id, at, participant)] } })
  for (let tries = 1; ; tries += 1) {
    const status = await fetch(`${address}/api/meetings/${meeting}/messages`, {
      ...{ method: 'POST', body, headers: { cookie, 'content-type': 'application/json' } },
      signal: AbortSignal.timeout(ANSWER_WITHIN_MS),
    }).then(
      async (reply) => {
        await reply.arrayBuffer()
        return reply.status
      },
      () => 0,
    )
    met.count(status)
    if (status === 200) {
      sent.confirmed = performance.now()
      met.allMs.push(sent.confirmed - sent.begun)
      if (tries === 1) met.plainMs.push(sent.confirmed - sent.begun)
      return
    }
    if (status >= 400 && status < 500) throw new Error(`A note was refused: ${status}`)
    await wait(AGAIN_MS)
  }
}

/** A screen that follows a class, and comes back by itself from the last place that it heard, as browsers do. */
export class Screen implements Heard {
  readonly parts: Heard['parts'] = []
  private readonly ending = new AbortController()
  private cutAt: number | null = null
  readonly running: Promise<void>
  constructor(
    private readonly address: string,
    private readonly cookie: string,
    readonly meeting: string,
    readonly screen: string,
    private readonly met: Met,
  ) {
    this.running = this.follow()
  }

  end(): Promise<void> {
    this.ending.abort()
    return this.running
  }

  private async follow(): Promise<void> {
    while (!this.ending.signal.aborted) {
      await this.hear().catch(() => undefined)
      this.cutAt ??= performance.now()
      if (!this.ending.signal.aborted) await wait(AGAIN_MS * (0.5 + Math.random()))
    }
  }

  private async hear(): Promise<void> {
    const heard = this.parts.at(-1)?.upTo
    const reply = await fetch(`${this.address}/api/meetings/${this.meeting}/stream?since=0`, {
      headers: { cookie: this.cookie, ...(heard === undefined ? {} : { 'last-event-id': String(heard) }) },
      signal: this.ending.signal,
    })
    if (reply.status !== 200) {
      this.met.count(reply.status)
      return void (await reply.arrayBuffer())
    }
    let rest = ''
    for await (const chunk of reply.body as unknown as AsyncIterable<Uint8Array>) {
      this.met.heardBytes += chunk.length
      const events = (rest + Buffer.from(chunk).toString()).split('\n\n')
      rest = events.pop()!
      for (const event of events) this.take(event)
    }
  }

  private take(event: string): void {
    // The first word after a cut is the end of it.
    if (this.cutAt !== null) this.met.cuts.push({ began: this.cutAt, ms: performance.now() - this.cutAt })
    this.cutAt = null
    if (!/^event: said$/m.test(event)) return
    const { from, upTo, messages } = JSON.parse(/^data: (.*)$/m.exec(event)![1]!)
    if (upTo === from && this.parts.length > 0) return
    const ids = messages.flatMap((message: any) => (message.outcomes ?? []).map((one: any) => one.id))
    this.parts.push({ from, upTo, ids })
  }
}

/** The value below which so much of it lies, 0 to 1. */
export function quantile(values: readonly number[], share: number): number {
  const inOrder = values.toSorted((a, b) => a - b)
  return inOrder[Math.min(inOrder.length - 1, Math.floor(share * inOrder.length))] ?? 0
}

export function outcome(id: string, at: number, participant: string) {
  return {
    ...{ id, at, participant, blockId: 'b0', movement: 'bridge', tier: 'chair', side: 'both', variation: null },
    ...{ level: 2, dials: {}, done: 'done', target: 30, achieved: 30, unit: 's', effort: 3, pain: null },
    ...{ painKind: null, form: 'clean', cheat: '', painWhere: '', support: null, why: null, isGroup: false },
    ...{ feel: null, evenness: null, takesBack: null, device: '', note: '', clears: [] },
  }
}
