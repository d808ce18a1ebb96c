import type { VariationTexts } from '../../core/catalogue/movement'
import { joined } from '../../core/sentence'

/** Large print means large, points. */
export const BODY = 16

/** What words are measured with. */
interface Letters {
  pdf: PDFKit.PDFDocument
  bold: string
}

/** A paragraph and what stands before it in bold. */
export type Said = readonly [label: string, words: string]
/** How to get there and one cue; how it feels and what is too much: these are never left out. */
const [LEAST_SAID, LEAST_LABELLED] = [2, 2]

/**
 * As many of the words as there is room for: how it feels and what is too much come before further cues. The least is
 * said whatever its height is.
 */
export function wordsFor(
  sheet: Letters,
  { name, setUp, cues, feel, notFeel, easier, more }: VariationTexts & { name?: string },
  first: readonly Said[],
  room: { width: number; height: number; more: boolean },
): Said[] {
  const labelled: Said[] = [
    ['Feel it:', feel],
    ['Not:', notFeel],
    ['Easier:', easier],
    ...(room.more ? [['More:', more] as const] : []),
  ]
  const full = [name, setUp, ...cues].filter((words) => words !== undefined)
  for (let kept = full.length; kept >= LEAST_SAID; kept -= 1) {
    for (let of = labelled.length; of >= LEAST_LABELLED; of -= 1) {
      const words: Said[] = [...first, ['', full.slice(0, kept).join(' ')], ...labelled.slice(0, of)]
      if (heightOf(sheet, words, room.width) <= room.height) return words
    }
  }
  return [...first, ['', full.slice(0, LEAST_SAID).join(' ')], ...labelled.slice(0, LEAST_LABELLED)]
}

/** In the wider letters, so that what is partly bold never runs on. */
export function heightOf({ pdf, bold }: Letters, words: readonly Said[], width: number): number {
  pdf.font(bold).fontSize(BODY)
  return words.reduce((sum, [label, line]) => sum + pdf.heightOfString(joined([label, line], ' '), { width }), 0)
}
