import type { Caller, World } from './world'

/** What a screen heard of a meeting, in the order in which it came. */
export interface Screen {
  messages: any[]
  /** The parts of the meeting's order that came, from where to where. */
  parts: { from: number; upTo: number }[]
  status: number
  end: () => void
}

interface From {
  since?: number
  /** As a browser does whose line broke: it says the last place itself. */
  heard?: number
}

/** Follows a class as a screen does, and collects what is said. */
export async function follow(
  world: World,
  caller: Caller,
  meetingId: string,
  { since, heard }: From = {},
): Promise<Screen> {
  const abort = new AbortController()
  const from = since ?? (await caller.call('GET', `/api/meetings/${meetingId}`)).body.sequence ?? 0
  const reply = await fetch(`${world.address}/api/meetings/${meetingId}/stream?since=${from}`, {
    headers: { cookie: caller.cookie, ...(heard === undefined ? {} : { 'last-event-id': String(heard) }) },
    signal: abort.signal,
  })
  const screen: Screen = { messages: [], parts: [], status: reply.status, end: () => abort.abort() }
  void (async () => {
    let rest = ''
    for await (const chunk of reply.body as unknown as AsyncIterable<Uint8Array>) {
      rest += Buffer.from(chunk).toString()
      const parts = rest.split('\n\n')
      rest = parts.pop()!
      for (const part of parts) {
        if (!/^event: said$/m.test(part)) continue
        const { messages, ...places } = JSON.parse(/^data: (.*)$/m.exec(part)![1]!)
        screen.parts.push(places)
        screen.messages.push(...messages)
      }
    }
  })().catch(() => undefined)
  return screen
}

/** The ids of class events and outcomes that a screen heard. */
export function heardIds({ messages }: Screen): string[] {
  return messages.flatMap((message) => [...(message.events ?? []), ...(message.outcomes ?? [])].map((one) => one.id))
}
