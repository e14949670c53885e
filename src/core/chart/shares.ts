/**
 * Shares of a whole that add up to exactly 100 with so many decimals: by largest remainder (Hamilton's method). What is
 * left over after rounding down goes, a last place each, to the largest remainders; of equal ones the first has it.
 * Values below 0 count as 0; where nothing is, all shares are 0.
 */
export function sharesOf(values: readonly number[], decimals = 0): number[] {
  const whole = values.map((value) => (Number.isFinite(value) ? Math.max(0, value) : 0));
  // Against their largest, so that sums of very large values stay finite.
  const most = Math.max(0, ...whole);
  const sum = whole.reduce((all, value) => all + (most > 0 ? value / most : 0), 0);
  if (sum === 0) return whole.map(() => 0);
  const unit = 10 ** decimals;
  const exact = whole.map((value) => (value / most / sum) * 100 * unit);
  const down = exact.map((value) => Math.floor(value + 1e-9));
  const left = Math.round(100 * unit) - down.reduce((all, value) => all + value, 0);
  const order = exact
    .map((value, i) => ({ i, rest: value - (down[i] as number) }))
    .sort((a, b) => (Math.abs(b.rest - a.rest) < 1e-9 ? a.i - b.i : b.rest - a.rest));
  for (let k = 0; k < left; k += 1) {
    const own = order[k % order.length] as { i: number };
    down[own.i] = (down[own.i] as number) + 1;
  }
  return down.map((value) => value / unit);
}
