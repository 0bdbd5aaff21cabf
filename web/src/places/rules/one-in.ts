const DECIBANS = 10;

/** Two digits, so that nobody takes an estimate for a measurement. */
const rounded = (n: number) => (n < DECIBANS ? Math.round(n) : Number(n.toPrecision(2)));

/** What points say in plain words: how much rarer it is that an impostor passes. */
export function oneIn(points: number): string {
  if (points <= 0) return "an impostor passes it as often as the person";
  return `an impostor passes it ${rounded(DECIBANS ** (points / DECIBANS)).toLocaleString("en-GB")} times as seldom`;
}
