const locale = 'en-GB'
/** Noon, so that no zone turns it into the day before. */
const noon = (day: string) => new Date(`${day}T12:00`)

/** `28 November` */
export const dayWords = (day: string) => noon(day).toLocaleDateString(locale, { day: 'numeric', month: 'long' })
/** `Friday` */
export const weekdayWords = (day: string) => noon(day).toLocaleDateString(locale, { weekday: 'long' })
