/**
 * Piecewise cubic Hermite interpolation on uniform grids, in one and two variables, for several properties at once.
 * Slopes at the nodes come from five-point differences (Fornberg, Math. Comp. 51 (1988) 699, table 1), so the error falls
 * with the fourth power of the spacing. Outside the grid the border cell is continued.
 */

/** Derivative by node index of a sampled function, one-sided at the borders; at least five samples. */
function slopes(values: Float64Array): Float64Array {
  const n = values.length;
  const found = new Float64Array(n);
  const f = (i: number) => values[i]!;
  for (let i = 2; i < n - 2; i++) found[i] = (f(i - 2) - 8 * f(i - 1) + 8 * f(i + 1) - f(i + 2)) / 12;
  const edge = (i: number, s: number) =>
    (s * (-25 * f(i) + 48 * f(i + s) - 36 * f(i + 2 * s) + 16 * f(i + 3 * s) - 3 * f(i + 4 * s))) / 12;
  const beside = (i: number, s: number) =>
    (s * (-3 * f(i - s) - 10 * f(i) + 18 * f(i + s) - 6 * f(i + 2 * s) + f(i + 3 * s))) / 12;
  found[0] = edge(0, 1);
  found[1] = beside(1, 1);
  found[n - 2] = beside(n - 2, -1);
  found[n - 1] = edge(n - 1, -1);
  return found;
}

/** Several functions of one variable on `count` uniform nodes from `start` to `end`. */
export class HermiteLine {
  private readonly scale: number;
  /** Value and slope a node and function: [node][function][2]. */
  private readonly data: Float64Array;
  private base = 0;
  private w00 = 0;
  private w10 = 0;
  private w01 = 0;
  private w11 = 0;

  constructor(
    private readonly start: number,
    end: number,
    private readonly count: number,
    private readonly functions: number,
    sample: (x: number, into: Float64Array) => void,
  ) {
    this.scale = (count - 1) / (end - start);
    this.data = new Float64Array(count * functions * 2);
    const rows = Array.from({ length: functions }, () => new Float64Array(count));
    const row = new Float64Array(functions);
    for (let i = 0; i < count; i++) {
      sample(start + i / this.scale, row);
      for (let k = 0; k < functions; k++) rows[k]![i] = row[k]!;
    }
    for (let k = 0; k < functions; k++) {
      const slope = slopes(rows[k]!);
      for (let i = 0; i < count; i++) {
        this.data[(i * functions + k) * 2] = rows[k]![i]!;
        this.data[(i * functions + k) * 2 + 1] = slope[i]!;
      }
    }
  }

  /** Value of function `k` at `x`. */
  value(k: number, x: number): number {
    this.seek(x);
    return this.read(k);
  }

  /** Moves to `x`; {@link read} then gives any of the functions there. One place is kept at a time. */
  seek(x: number): void {
    const place = (x - this.start) * this.scale;
    const i = Math.min(Math.max(Math.floor(place), 0), this.count - 2);
    const t = place - i;
    const u = 1 - t;
    this.base = i * this.functions * 2;
    this.w00 = u * u * (1 + 2 * t);
    this.w10 = u * u * t;
    this.w01 = t * t * (3 - 2 * t);
    this.w11 = -t * t * u;
  }

  /** Value of function `k` where {@link seek} went. */
  read(k: number): number {
    const a = this.base + k * 2;
    const b = a + this.functions * 2;
    const d = this.data;
    return this.w00 * d[a]! + this.w10 * d[a + 1]! + this.w01 * d[b]! + this.w11 * d[b + 1]!;
  }

  /** Derivative of function `k` by `x`. */
  slope(k: number, x: number): number {
    const place = (x - this.start) * this.scale;
    const i = Math.min(Math.max(Math.floor(place), 0), this.count - 2);
    const t = place - i;
    const a = (i * this.functions + k) * 2;
    const b = a + this.functions * 2;
    const d = this.data;
    const q = 6 * t * (1 - t);
    return (q * (d[b]! - d[a]!) + (1 - t) * (1 - 3 * t) * d[a + 1]! + t * (3 * t - 2) * d[b + 1]!) * this.scale;
  }
}

/** Several functions of two variables on uniform nodes, x from `x0` to `x1` and y from 0 to 1. */
export class HermiteGrid {
  private readonly scaleX: number;
  private readonly scaleY: number;
  /** f, f_x, f_y, f_xy a node and function, by node index: [x node][y node][function][4]. */
  private readonly data: Float64Array;

  constructor(
    private readonly x0: number,
    x1: number,
    private readonly countX: number,
    private readonly countY: number,
    private readonly functions: number,
    /** Fills `into`[y node * functions + k] for one x. */
    sampleColumn: (x: number, into: Float64Array) => void,
  ) {
    this.scaleX = (countX - 1) / (x1 - x0);
    this.scaleY = countY - 1;
    this.data = new Float64Array(countX * countY * functions * 4);
    const at = (i: number, j: number, k: number) => ((i * countY + j) * functions + k) * 4;
    const column = new Float64Array(countY * functions);
    for (let i = 0; i < countX; i++) {
      sampleColumn(x0 + i / this.scaleX, column);
      for (let j = 0; j < countY; j++)
        for (let k = 0; k < functions; k++) this.data[at(i, j, k)] = column[j * functions + k]!;
    }
    const alongX = new Float64Array(countX);
    const alongY = new Float64Array(countY);
    for (let k = 0; k < functions; k++) {
      for (let i = 0; i < countX; i++) {
        for (let j = 0; j < countY; j++) alongY[j] = this.data[at(i, j, k)]!;
        slopes(alongY).forEach((slope, j) => {
          this.data[at(i, j, k) + 2] = slope;
        });
      }
      for (const [from, to] of [
        [0, 1],
        [2, 3],
      ] as const) {
        for (let j = 0; j < countY; j++) {
          for (let i = 0; i < countX; i++) alongX[i] = this.data[at(i, j, k) + from]!;
          slopes(alongX).forEach((slope, i) => {
            this.data[at(i, j, k) + to] = slope;
          });
        }
      }
    }
  }

  /** Value of function `k` at (x, y). */
  value(k: number, x: number, y: number): number {
    const px = (x - this.x0) * this.scaleX;
    const py = y * this.scaleY;
    const i = Math.min(Math.max(Math.floor(px), 0), this.countX - 2);
    const j = Math.min(Math.max(Math.floor(py), 0), this.countY - 2);
    const s = px - i;
    const t = py - j;
    const step = this.functions * 4;
    const a = ((i * this.countY + j) * this.functions + k) * 4;
    const b = a + this.countY * step;
    const d = this.data;
    const u = 1 - s;
    const v = 1 - t;
    const x00 = u * u * (1 + 2 * s);
    const x10 = u * u * s;
    const x01 = s * s * (3 - 2 * s);
    const x11 = -s * s * u;
    const y00 = v * v * (1 + 2 * t);
    const y10 = v * v * t;
    const y01 = t * t * (3 - 2 * t);
    const y11 = -t * t * v;
    const c = a + step;
    const e = b + step;
    return (
      y00 * (x00 * d[a]! + x10 * d[a + 1]! + x01 * d[b]! + x11 * d[b + 1]!) +
      y10 * (x00 * d[a + 2]! + x10 * d[a + 3]! + x01 * d[b + 2]! + x11 * d[b + 3]!) +
      y01 * (x00 * d[c]! + x10 * d[c + 1]! + x01 * d[e]! + x11 * d[e + 1]!) +
      y11 * (x00 * d[c + 2]! + x10 * d[c + 3]! + x01 * d[e + 2]! + x11 * d[e + 3]!)
    );
  }
}
