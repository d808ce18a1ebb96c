import type { OutcomeEvent } from '~~/core/lead/outcome'

/**
 * Taking back what was noted last, note by note.
 *
 * @param then what follows when something was taken back
 */
export function useTakingBack(then: () => void) {
  const meeting = useMeeting()
  /** What was noted, note by note: the last can be taken back. */
  const noted = shallowRef<OutcomeEvent[][]>([])
  function kept(outcomes: OutcomeEvent[]): OutcomeEvent[] {
    if (outcomes.length > 0) noted.value = [...noted.value, outcomes]
    return outcomes
  }
  /** What Undo would take back, in two words: “Cora, partly”; empty: nothing was noted here. */
  const lastWords = computed(() => {
    const last = noted.value.at(-1)
    if (!last) return ''
    const ids = new Set(last.map(({ participant }) => participant))
    const whom = ids.size === 1 ? meeting.calledOf(last[0]?.participant ?? '') : `${ids.size} people`
    return `${whom}, ${last[0]?.done.replace('-', ' ') ?? ''}`
  })
  function undo(): void {
    const last = noted.value.at(-1)
    if (!last) return
    noted.value = noted.value.slice(0, -1)
    // What was said before it holds again.
    meeting.log(last.map(({ id, at: _at, ...known }) => ({ ...known, takesBack: id })))
    then()
  }
  return { kept, lastWords, undo }
}
