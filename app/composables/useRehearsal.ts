import { entryAt } from '~~/core/entries'
import { rehearsedOutcomes } from '~~/core/lead/rehearse'
import type { LedClass } from './useClass'

/** Alone, the evening before: the same screen with a faster clock and simulated participants; nothing of it is kept. */
export function useRehearsal(led: LedClass) {
  const meeting = useMeeting()
  const speed = computed(() => meeting.rehearsal?.speed ?? null)
  const setSpeed = (to: number | null) => meeting.rehearse(to)
  // When a block is over, everybody in it has done something.
  watch(
    () => led.step.value?.blockId,
    (_now, before) => {
      if (!meeting.rehearsal || !before) return
      const at = meeting.planned.blocks.findIndex((block) => block.id === before)
      const block = meeting.planned.blocks[at]
      const works = led.steps.value.filter((step) => step.blockId === before && step.kind === 'work')
      if (!block || works.length === 0) return
      const silent = meeting.ridersPresent.filter((rider) => led.outcomesOf(rider.id, before).length === 0)
      meeting.log(
        rehearsedOutcomes(block, at, {
          riders: silent,
          sides: [...new Set(works.map((step) => step.side))],
          roundSeconds: entryAt(works, 0).seconds,
          startSide: meeting.sides.startSide,
          random: Math.random,
        }),
      )
    },
  )
  onBeforeUnmount(() => {
    if (meeting.rehearsal) void setSpeed(null)
  })
  return { speed, setSpeed }
}
