/** The form that stood in the page before the scripts ran, as the server wrote it. */
const field = (name: 'email' | 'password') => document.querySelector<HTMLInputElement>(`#first-${name}`)

/** What somebody did there before the scripts ran. */
interface First {
  email: string
  password: string
  isAtPassword: boolean
  /** What comes of sending it; undefined: it was not sent. */
  answered: Promise<Response> | undefined
}

/** What somebody typed there, where the keyboard was, and what comes of it; null: there was no such form. */
export function typedFirst(): First | null {
  const [email, password] = [field('email'), field('password')]
  if (!email || !password) return null
  const { answered } = email.form as HTMLFormElement & Pick<First, 'answered'>
  return { email: email.value, password: password.value, isAtPassword: document.activeElement === password, answered }
}

/** Takes it away: the same form, or another page, is there now. */
export function takeFirstAway(): void {
  document.querySelector('#first-form')?.remove()
}
