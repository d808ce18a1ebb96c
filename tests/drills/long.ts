/** Whether a drill runs at its full length, `npm run drill`, or at the short one of `npm test`. */
export const isLong = process.env.CIRCLE_DRILL === 'long'
