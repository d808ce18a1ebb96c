import { entryAt } from '~~/core/entries'
import type { Timeline } from '~~/core/plan/timeline'

export interface LaneColumn {
  blockId: string
  left: number
  width: number
}

/** Where blocks lie, px, and where a moment of the class does. */
export interface LaneLayout {
  columns: LaneColumn[]
  width: number
  ending: number
  xOf: (seconds: number) => number
}

/** A column is never narrower than a figure with its levels, px; where many must fit, than a figure. */
const NARROWEST = 98
const NARROWEST_OF_MANY = 66

/**
 * Where the plan's time lies on the screen: a column's width is its time, down to a readable least width.
 *
 * @param timeline the plan's times
 * @param width what there is, px
 */
export function useLaneLayout(timeline: Ref<Timeline>, width: Ref<number>) {
  return computed((): LaneLayout => {
    const { blocks, endingSeconds, seconds } = timeline.value
    const ending =
      blocks.length === 0 ? 0 : Math.max(20, Math.min(60, (endingSeconds / Math.max(1, seconds)) * width.value))
    const room = Math.max(0, width.value - ending)
    const narrowest = Math.max(NARROWEST_OF_MANY, Math.min(NARROWEST, room / Math.max(1, blocks.length)))
    const widths = shared(
      blocks.map((block) => block.seconds),
      room,
      narrowest,
    )
    let left = 0
    const columns: LaneColumn[] = blocks.map((block, index) => {
      const column = { blockId: block.blockId, left, width: entryAt(widths, index) }
      left += column.width
      return column
    })
    /** The place of a moment, px from the left. */
    const xOf = (at: number) => {
      const index = blocks.findLastIndex((block) => block.startsAt <= at)
      const block = blocks[index]
      if (!block) return 0
      const into = at - block.startsAt
      if (into <= block.seconds)
        return entryAt(columns, index).left + (into / block.seconds) * entryAt(columns, index).width
      return left + ((into - block.seconds) / Math.max(1, endingSeconds)) * ending
    }
    return { columns, width: left + ending, ending, xOf }
  })
}

/** Shares a width out by time; what falls under the least width gets it, at the cost of the wider ones. */
function shared(seconds: number[], width: number, narrowest: number): number[] {
  let rest = width
  let open = seconds.map((_, index) => index)
  const widths = seconds.map(() => narrowest)
  for (;;) {
    const total = open.reduce((sum, index) => sum + entryAt(seconds, index), 0)
    const short = open.filter((index) => (entryAt(seconds, index) / total) * rest < narrowest)
    if (short.length === 0) {
      for (const index of open) widths[index] = (entryAt(seconds, index) / total) * rest
      return widths
    }
    rest -= short.length * narrowest
    open = open.filter((index) => !short.includes(index))
    if (open.length === 0 || rest <= 0) return widths
  }
}
