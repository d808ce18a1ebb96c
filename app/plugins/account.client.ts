/** Who is signed in is known before the first page. */
export default defineNuxtPlugin({
  name: 'account',
  setup: () => useAccount().refresh(),
})
