import { squareCode } from '../../core/formats/squareCode'
import { INK } from './paper'

/** Draws a square code with its left upper corner there, so many points wide with the margin it needs. */
export function placeSquare(
  pdf: PDFKit.PDFDocument,
  text: string,
  { x, y, size }: { x: number; y: number; size: number },
): void {
  const square = squareCode(text)
  pdf
    .save()
    .translate(x, y)
    .scale(size / square.size)
    .path(square.path)
    .fill(INK)
    .restore()
}
