/**
 * Text as a calendar file may hold it: line breaks in one way, and no other control signs, which a lenient reader could
 * take for a line of its own.
 *
 * @source RFC 5545 §3.3.11
 * @example
 * calendarText('Garden room\rX-NOT:1\u0007') // 'Garden room\nX-NOT:1'
 */
export function calendarText(text: string): string {
  return text.replace(/\r\n?/g, '\n').replace(/(?![\n\t])\p{Cc}/gu, '')
}
