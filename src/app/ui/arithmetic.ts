/** The value of a small sum such as `1920/2 - 40`, with + - * / and brackets; null where it is none. */
export function calculate(typed: string): number | null {
  const text = typed.replace(/,/g, '.');
  const token = /\d+\.?\d*|\.\d+|[-+*/()]/g;
  const tokens = text.match(token) ?? [];
  if (tokens.length === 0 || text.replace(token, '').trim() !== '') return null;
  let at = 0;
  const factor = (): number => {
    const next = tokens[at++];
    if (next === '-') return -factor();
    if (next === '+') return factor();
    if (next === '(') {
      const inner = sum();
      if (tokens[at++] !== ')') return NaN;
      return inner;
    }
    return next === undefined ? NaN : Number(next);
  };
  const product = (): number => {
    let value = factor();
    while (tokens[at] === '*' || tokens[at] === '/')
      value = tokens[at++] === '*' ? value * factor() : value / factor();
    return value;
  };
  const sum = (): number => {
    let value = product();
    while (tokens[at] === '+' || tokens[at] === '-')
      value = tokens[at++] === '+' ? value + product() : value - product();
    return value;
  };
  const value = sum();
  return at === tokens.length && Number.isFinite(value) ? value : null;
}
