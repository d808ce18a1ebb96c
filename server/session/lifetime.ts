/** How long somebody stays signed in without coming back, seconds: a fortnight, so that a weekly class never signs in anew. */
export const SESSION_SECONDS = 14 * 24 * 60 * 60
