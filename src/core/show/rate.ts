/** The rates of SMPTE ST 2036 and ST 274 that are written rounded. */
export const exactRate = (rate: number): number =>
  rate === 23.98 || rate === 29.97 || rate === 59.94 ? (Math.round(rate) * 1000) / 1001 : rate;
