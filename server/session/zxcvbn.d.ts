declare module 'zxcvbn/lib/frequency_lists.js' {
  /** Words by how often they were found, the commonest first. */
  const lists: { passwords: string[] }
  export default lists
}
