/** The value of a small sum such as `1920/2 - 40`, with + - * / and brackets; null where it is none. */
export function calculate(typed: string): number | null {
  const tokens =
    typed
      .replace(/,/g, '.')
      .replace(/\s+/g, '')
      .match(/\d+\.?\d*|\.\d+|[-+*/()]/g) ?? [];
  if (tokens.join('') !== typed.replace(/,/g, '.').replace(/\s+/g, '') || tokens.length === 0) return null;
  let at = 0;
  const factor = (): number => {
    const token = tokens[at++];
    if (token === '-') return -factor();
    if (token === '+') return factor();
    if (token === '(') {
      const inner = sum();
      if (tokens[at++] !== ')') return NaN;
      return inner;
    }
    return token === undefined ? NaN : Number(token);
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
