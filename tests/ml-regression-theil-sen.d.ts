declare module 'ml-regression-theil-sen' {
  export class TheilSenRegression {
    constructor(x: number[], y: number[])
    slope: number
    intercept: number
  }
}
