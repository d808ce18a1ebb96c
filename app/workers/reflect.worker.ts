import type { Catalogue } from '~~/core/catalogue/catalogue'
import { proposalsOf, type MeetingEvidence } from '~~/core/reflect/proposals'

export interface ReflectTask {
  id: number
  evidence: MeetingEvidence
  catalogue: Catalogue
}
export type ReflectDone = { id: number } & ReturnType<typeof proposalsOf>

self.onmessage = ({ data: { id, evidence, catalogue } }: MessageEvent<ReflectTask>) => {
  self.postMessage({ id, ...proposalsOf(evidence, catalogue) } satisfies ReflectDone)
}
