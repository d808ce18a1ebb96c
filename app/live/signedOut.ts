/** Whether the server has said that whoever used this browser is signed in no longer. */
export const isSignedOut = ref(false)
