/** The form that stood in the page before the scripts ran, as the server wrote it. */
const field = (name: 'email' | 'password') => document.querySelector<HTMLInputElement>(`#first-${name}`)

/** What somebody typed there, and where the keyboard was; null: there was no such form. */
export function typedFirst(): { email: string; password: string; isAtPassword: boolean } | null {
  const [email, password] = [field('email'), field('password')]
  if (!email || !password) return null
  return { email: email.value, password: password.value, isAtPassword: document.activeElement === password }
}

/** Takes it away: the same form, or another page, is there now. */
export function takeFirstAway(): void {
  document.querySelector('#first-form')?.remove()
}
