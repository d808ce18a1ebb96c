import type { Caller, World } from './world'

/** Follows a class as a screen does, and collects the messages. */
export async function follow(
  world: World,
  caller: Caller,
  meetingId: string,
): Promise<{ messages: any[]; end: () => void; status: number }> {
  const abort = new AbortController()
  const reply = await fetch(`${world.address}/api/meetings/${meetingId}/stream`, {
    headers: { cookie: caller.cookie },
    signal: abort.signal,
  })
  const messages: any[] = []
  void (async () => {
    let rest = ''
    for await (const chunk of reply.body as unknown as AsyncIterable<Uint8Array>) {
      rest += Buffer.from(chunk).toString()
      const parts = rest.split('\n\n')
      rest = parts.pop()!
      for (const part of parts) {
        if (/^event: message$/m.test(part)) messages.push(JSON.parse(/^data: (.*)$/m.exec(part)![1]!))
      }
    }
  })().catch(() => undefined)
  return { messages, end: () => abort.abort(), status: reply.status }
}
