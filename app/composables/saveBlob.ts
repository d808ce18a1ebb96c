/** Puts something made here among the downloads. */
export function saveBlob(name: string, blob: Blob): void {
  const link = Object.assign(document.createElement('a'), { href: URL.createObjectURL(blob), download: name })
  link.click()
  // The browser reads it after this turn.
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
}
