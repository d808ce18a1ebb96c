/** What somebody did in the form that stood in the page before the scripts ran. */
interface First {
  /** What they typed, by the names of the fields. */
  typed: Record<string, string>
  /** The field in which they are; empty: in none. */
  at: string
  /** What comes of sending it; undefined: it was not sent. */
  answered: Promise<Response> | undefined
}

/** Reads the form that stood in the page, as the server wrote it; null: there was none. */
export function typedFirst(): First | null {
  const form = document.querySelector<HTMLFormElement & Pick<First, 'answered'>>('#first-form form')
  if (!form) return null
  const typed = [...new FormData(form)].map(([name, value]) => [name, String(value)])
  const focused = form.contains(document.activeElement) ? document.activeElement : null
  return { typed: Object.fromEntries(typed), at: focused?.getAttribute('name') ?? '', answered: form.answered }
}

/** Takes it away: the same form, or another page, is there now. */
export function takeFirstAway(): void {
  document.querySelector('#first-form')?.remove()
}
