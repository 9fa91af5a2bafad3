/** What is minimised: half the sum of squares of what `residuals` writes. */
export interface LeastSquaresProblem {
  /** of parameters */
  readonly start: readonly number[];
  /** of each parameter: how far it goes while its derivative is taken, and how it is measured */
  readonly scale: readonly number[];
  /** of what `residuals` writes */
  readonly count: number;
  residuals(parameters: Float64Array, out: Float64Array): void;
  readonly mostSteps?: number;
}

/** Where the minimum was found. */
export interface LeastSquaresResult {
  readonly parameters: Float64Array;
  /** sum of squares */
  readonly cost: number;
}

const DERIVATIVE_SHARE = 1e-4;
const SMALL_GAIN = 1e-5;
const MOST_DAMPING = 1e9;

/**
 * Least squares with damped steps and derivatives by differences.
 * @see Madsen, Nielsen and Tingleff 2004, "Methods for non-linear least squares problems", algorithm 3.16
 */
export function leastSquares(problem: LeastSquaresProblem): LeastSquaresResult {
  const { start, scale, count, residuals, mostSteps = 60 } = problem;
  const n = start.length;
  let at = Float64Array.from(start);
  let values = new Float64Array(count);
  let tried = new Float64Array(count);
  const jacobian = Array.from({ length: n }, () => new Float64Array(count));
  residuals(at, values);
  let cost = squares(values);
  let damping = 1e-2;
  let growth = 2;
  for (let step = 0; step < mostSteps; step++) {
    differentiate(problem, at, values, jacobian);
    const { matrix, gradient } = normalEquations(jacobian, values, scale);
    let improved = false;
    while (!improved && damping < MOST_DAMPING) {
      const move = solveDamped(matrix, gradient, damping);
      const next = Float64Array.from(at, (value, p) => value - (move?.[p] ?? 0) * scale[p]!);
      residuals(next, tried);
      const reached = squares(tried);
      if (!move || !(reached < cost)) {
        damping *= growth;
        growth *= 2;
        continue;
      }
      const gain = cost - reached;
      at = next;
      [values, tried] = [tried, values];
      improved = gain > SMALL_GAIN * cost;
      cost = reached;
      damping = Math.max(1e-9, damping / 3);
      growth = 2;
      if (!improved) break;
    }
    if (!improved) break;
  }
  return { parameters: at, cost };
}

function squares(values: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += values[i]! * values[i]!;
  return sum;
}

function differentiate(
  { scale, residuals }: LeastSquaresProblem,
  at: Float64Array,
  values: Float64Array,
  jacobian: readonly Float64Array[],
): void {
  const moved = Float64Array.from(at);
  jacobian.forEach((column, p) => {
    const width = DERIVATIVE_SHARE * scale[p]!;
    moved[p] = at[p]! + width;
    residuals(moved, column);
    moved[p] = at[p]!;
    // In units of the parameter's scale.
    for (let i = 0; i < column.length; i++) column[i] = (column[i]! - values[i]!) / DERIVATIVE_SHARE;
  });
}

function normalEquations(
  jacobian: readonly Float64Array[],
  values: Float64Array,
  scale: readonly number[],
): { matrix: Float64Array<ArrayBuffer>; gradient: Float64Array } {
  const n = scale.length;
  const matrix = new Float64Array(n * n);
  const gradient = new Float64Array(n);
  for (let p = 0; p < n; p++) {
    const column = jacobian[p]!;
    for (let i = 0; i < values.length; i++) gradient[p] = gradient[p]! + column[i]! * values[i]!;
    for (let q = 0; q <= p; q++) {
      const other = jacobian[q]!;
      let sum = 0;
      for (let i = 0; i < values.length; i++) sum += column[i]! * other[i]!;
      matrix[p * n + q] = sum;
      matrix[q * n + p] = sum;
    }
  }
  return { matrix, gradient };
}

/** Cholesky's factor of a symmetric matrix, by rows; undefined when it is not positive. */
function cholesky(matrix: Float64Array, n: number): Float64Array | undefined {
  const lower = new Float64Array(n * n);
  for (let p = 0; p < n; p++) {
    for (let q = 0; q <= p; q++) {
      let sum = matrix[p * n + q]!;
      for (let k = 0; k < q; k++) sum -= lower[p * n + k]! * lower[q * n + k]!;
      if (p !== q) lower[p * n + q] = sum / lower[q * n + q]!;
      else if (sum > 0) lower[p * n + p] = Math.sqrt(sum);
      else return undefined;
    }
  }
  return lower;
}

function solve(lower: Float64Array, right: Float64Array): Float64Array {
  const n = right.length;
  const out = Float64Array.from(right);
  for (let p = 0; p < n; p++) {
    for (let q = 0; q < p; q++) out[p] = out[p]! - lower[p * n + q]! * out[q]!;
    out[p] = out[p]! / lower[p * n + p]!;
  }
  for (let p = n - 1; p >= 0; p--) {
    for (let q = p + 1; q < n; q++) out[p] = out[p]! - lower[q * n + p]! * out[q]!;
    out[p] = out[p]! / lower[p * n + p]!;
  }
  return out;
}

function solveDamped(
  matrix: Float64Array,
  gradient: Float64Array,
  damping: number,
): Float64Array | undefined {
  const n = gradient.length;
  const damped = Float64Array.from(matrix);
  for (let p = 0; p < n; p++) damped[p * n + p] = damped[p * n + p]! + damping * (damped[p * n + p]! + 1e-6);
  const lower = cholesky(damped, n);
  return lower && solve(lower, gradient);
}
