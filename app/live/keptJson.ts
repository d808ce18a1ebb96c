/** What the browser kept as JSON; null where there is none, or it was half written. */
export function keptJson(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null')
  } catch {
    return null
  }
}
