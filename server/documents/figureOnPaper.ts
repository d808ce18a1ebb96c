import { HALO_WIDTH, SHADOW_OPACITY, toneOnPaper, type DrawnPath, type Drawing, type Frame } from '../../core/body/draw'

/** A drawing with what is shown of it. */
export interface Figure {
  drawing: Drawing
  frame: Frame
}

/** A place on a page, points. */
interface Box {
  x: number
  y: number
  width: number
  height: number
}

/**
 * Paints a figure in the middle of a box, as large as fits, in the tones of light ground.
 *
 * @param isUpright whether it is as high as the box: upright figures leave the sides of their frame empty
 */
export function placeFigure(pdf: PDFKit.PDFDocument, { drawing, frame }: Figure, box: Box, isUpright = false): void {
  const [left, top, width, height] = frame
  const scale = isUpright ? box.height / height : Math.min(box.width / width, box.height / height)
  pdf.save()
  if (isUpright) pdf.rect(box.x, box.y, box.width, box.height).clip()
  pdf.translate(box.x + (box.width - width * scale) / 2, box.y + (box.height - height * scale) / 2)
  pdf.scale(scale)
  pdf.translate(-left, -top)
  for (const path of drawing.paths) paint(pdf, path)
  pdf.restore()
}

function paint(pdf: PDFKit.PDFDocument, path: DrawnPath): void {
  const tone = toneOnPaper(path)
  pdf.path(path.d).fillOpacity(path.kind === 'shadow' ? SHADOW_OPACITY : 1)
  if (path.kind === 'halo') pdf.lineWidth(HALO_WIDTH).lineJoin('round').fillAndStroke(tone, tone)
  else pdf.fill(tone)
}
