/** A value with its expanded uncertainty (95 %), both in the base unit of the quantity. */
export interface Measured {
  value: number;
  uncertainty: number;
}

/**
 * First-order propagation (GUM, JCGM 100:2008, 5.1) for independent inputs: evaluates `formula` at the inputs and with
 * each input moved by its uncertainty, both ways, and adds the effects in quadrature. Null where the formula gives null.
 */
export function propagate(
  inputs: readonly Measured[],
  formula: (...values: number[]) => number | null,
): Measured | null {
  const centre = inputs.map((input) => input.value);
  const value = formula(...centre);
  if (value === null || !Number.isFinite(value)) return null;
  let sum = 0;
  for (const [i, input] of inputs.entries()) {
    if (input.uncertainty === 0) continue;
    const moved = (sign: number) => formula(...centre.map((x, j) => (j === i ? x + sign * input.uncertainty : x)));
    const up = moved(1);
    const down = moved(-1);
    // Near a limit of the formula one side may not exist; the other one then stands for both.
    const effect =
      up !== null && down !== null ? (up - down) / 2 : up !== null ? up - value : down !== null ? value - down : 0;
    sum += effect * effect;
  }
  return { value, uncertainty: Math.sqrt(sum) };
}
