/** The logistic function: 0..1, one half at 0. @param logit any number */
export function sigmoid(logit: number): number {
  return 1 / (1 + Math.exp(-logit));
}
